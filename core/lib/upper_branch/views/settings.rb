# frozen_string_literal: true

module UpperBranch
  module Views
    # The setting loops of a job, as plain data.
    #
    #   Settings.of(job)       # every loop this machine has, at every place, to work by
    #   Settings.begun(job)    # those that were begun, in a few lines
    module Settings
      module_function

      def of(job)
        rows = job.catalogue.book.loops.on(job.machine.features)
        gates = Workshop::Gates.new(job)
        rows.flat_map do |row|
          places = job.machine.places.of(row["per"]).map(&:id)
          loops = (places.empty? ? [nil] : places).map { |place| Workshop::SettingLoop.of(job, row["id"], place) }
          loops.map { |loop| whole(loop, gates) }
        end
      end

      def begun(job)
        Workshop::SettingLoop.begun(job).reject { |loop| loop.rounds.empty? }.map do |loop|
          { loop: loop.id, place: loop.place, name: loop.title, settled: loop.settled?, says: loop.says,
            found: loop.told(loop.rounds.first.told), left: loop.told(loop.rounds.last.told),
            rounds: loop.rounds.size, curve: curve(loop, loop.curves.last), before: before(loop) }
        end
      end

      def whole(loop, gates)
        row = loop.row
        { id: loop.id, place: loop.place, name: loop.title, about: row["says"], before: row["before"],
          hazards: row["hazards"], goals: loop.goals.map { |goal| goal(goal) },
          fields: loop.fields.map { |field| field(field, loop) },
          rounds: loop.rounds.map { |round| { entry: round.entry, values: round.told } },
          says: loop.says, as: loop.step.as, curve: curve(loop, loop.curves.last), hold: hold(loop.hold, gates) }
      end

      # What holds the next round back, with what frees it: the answer to a gate, a state to record, or a repair.
      def hold(hold, gates)
        hold && { kind: hold.kind, says: hold.says, state: hold.state,
                  gate: hold.gate && GateQuestion.of(gates, hold.gate) }
      end

      def goal(goal)
        row = goal.row
        { id: row["id"], name: row["name"], unit: row["unit"], min: row["min"], max: row["max"],
          optional: row["optional"] || false, value: goal.value, source: goal.source }
      end

      # proposed: where it should stand in the next round, nil for what is read
      def field(row, loop)
        stands = loop.step.set[row["id"]] || loop.left&.fetch(row["id"], nil)
        { id: row["id"], name: row["name"], unit: row["unit"], set: row["set"] || false, min: row["min"],
          max: row["max"], optional: row["optional"] || false, choices: row["choices"],
          proposed: (stands if row["set"]) }
      end

      # The curve of the first run, where there was a later one: how it was before.
      def before(loop) = loop.runs.size > 1 ? curve(loop, loop.curves.first) : nil

      # Its axes by name; points rounded for a screen.
      def curve(loop, curve)
        return if curve.nil? || curve[:points].size < 2

        points = curve[:points].map { |x, y| [x.round(4), y.round(4)] }
        { x: axis(loop, curve[:x]), y: axis(loop, curve[:y]), points: points, peak: curve[:peak]&.round(4) }
      end

      def axis(loop, id)
        field = loop.fields.find { |one| one["id"] == id }
        return { name: id.capitalize, unit: id == "spread" ? "%" : nil } unless field

        { name: field["name"], unit: field["unit"] }
      end
      private_class_method :whole, :hold, :goal, :field, :before, :curve, :axis
    end
  end
end
