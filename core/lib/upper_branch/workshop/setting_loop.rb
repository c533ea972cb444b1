# frozen_string_literal: true

module UpperBranch
  module Workshop
    # A setting loop of one job: its goals with where each comes from, what a round asks for, the rounds taken, and the
    # next turn in words.
    #
    #   loop = SettingLoop.of(job, "mixture-speed")
    #   loop.says       # => "Mixture screw to 1.25 turns. Wait, then read."
    #   loop.settled?
    class SettingLoop
      # row: of loops.yml; value: nil where nobody has said and the trade has no usual one; source: in words
      Goal = Struct.new(:row, :value, :source, keyword_init: true)

      # All on this job's machine that have been begun, each with its place.
      def self.begun(job)
        job.settings.map { |one| [one.loop, one.place] }.uniq.filter_map { |id, place| of(job, id, place) }
      end

      # nil where the machine has no such loop.
      def self.of(job, id, place = nil)
        row = job.catalogue.book.loops.on(job.machine.features).find { |one| one["id"] == id }
        row && new(job, row, place)
      end

      attr_reader :row, :place

      def initialize(job, row, place)
        @job = job
        @machine = job.machine
        @row = row
        @place = place
      end

      def id = row["id"]
      def name = row["name"]

      # The places each of which is set by itself; empty where there is one.
      def places = @machine.places.of(row["per"])

      # With the place, where there is one.
      def title = [name, place && @machine.places.name(row["per"], place)].compact.join(", ")

      # Rows of what a round asks for; one for each place where every place is read.
      def fields
        @fields ||= row["fields"].select { |field| Catalogue::Needs.met?(field["needs"], @machine.features) }
                                 .flat_map { |field| field["each"] ? for_each(field) : [field] }
      end

      # Job::Setting each of the run at hand: since it was last begun anew.
      def rounds = runs.last || []

      # Every run, the first first: a run begins where it was asked for, and with the first round after a repair, which
      # changes what the settings do. Rounds that today's catalogue can no longer read are passed over.
      def runs
        @runs ||= begin
          wanted = fields.reject { |field| field["optional"] }.map { |field| field["id"] }
          mine = @job.settings.select { |one| one.loop == id && one.place == place && (wanted - one.told.keys).empty? }
          mine.slice_when { |one, other| other.fresh || other.round != one.round }.to_a
        end
      end

      # [Goal]: given in this job, else by a limit somebody stands for, else usual.
      def goals
        given = @job.settings.select { |one| one.loop == id }.map(&:goals).reduce({}, :merge)
        row["goals"].map do |goal|
          value, source = given.key?(goal["id"]) ? [given[goal["id"]], "said in this job"] : by_limit(goal)
          Goal.new(row: goal, value: value, source: source)
        end
      end

      # Measuring::Loops::Loop::Step
      def step = @step ||= reckoned.next

      # The next turn as it is said.
      def says
        row["words"].fetch(step.word).gsub(Catalogue::Sections::Loops::PLACEHOLDER) do |name|
          spoken(name[1...-1])
        end
      end

      # What holds the next round back: Running::Hold, or nil.
      def hold
        return unless row["runs"]

        Running.new(@job).hold(hazards: row["hazards"], loop: id, refitted: row["opens"])
      end

      def settled? = step.as == "settled"

      # {field => number} of what is set, as it was found and as it stands; nil before the first round.
      def found = rounds.first && set(rounds.first)
      def left = rounds.last && set(rounds.last)

      # As Measuring::Loops::Loop#curve, one for each run.
      def curves = runs.map { |run| reckoned(run).curve }

      # Values of a round in words: "Mixture screw, turns out 1.5 turns, Idle speed 700 rpm"
      def told(values)
        fields.filter_map { |field| values.key?(field["id"]) && "#{field['name']} #{amount(field, values)}" }.join("; ")
      end

      private

      def reckoned(run = rounds)
        values = run.map(&:told)
        goals = self.goals.to_h { |goal| [goal.row["id"], goal.value] }
        Measuring::Loops.of(row["kind"]).new(values, goals: goals, limits: row["limits"], method: mixture,
                                                     leaner: leaner)
      end

      # What the shop's schools say of setting a mixture, where the catalogue has that topic.
      def mixture = @machine.catalogue.schools.any? { |topic| topic["id"] == "mixture" } && method_chosen
      def method_chosen = @machine.schools.chosen("mixture")["id"]

      def leaner
        screw = Screws.of(@machine).find { |one| one.richer && one.kind }
        { "out" => -1, "in" => 1 }[screw&.richer]
      end

      def for_each(field)
        @machine.places.of(field["each"]).map do |one|
          field.merge("id" => "#{field['id']}-#{one.id}", "name" => "#{field['name']}, #{one.name}")
        end
      end

      def by_limit(goal)
        limit = goal["limit"] && @machine.check(goal["limit"]) && @machine.reading(@machine.check(goal["limit"]))
        cuts = limit && limit["cuts"]
        stood_for = cuts && Sheets::Figures::GIVEN.include?(limit.dig("limit", "from"))
        return [end_of(cuts, goal), "limit of this job"] if stood_for
        return [end_of(cuts, goal), "usual in the trade"] if cuts && goal["trade"]

        [goal["usual"], goal["usual"] && "usual in the trade"]
      end

      def end_of(cuts, goal)
        { "low" => cuts.first, "high" => cuts.last }.fetch(goal["end"]) { cuts.sum / cuts.size.to_f }
      end

      def set(round)
        ids = fields.select { |field| field["set"] }.map { |field| field["id"] }
        round.told.slice(*ids)
      end

      def amount(field, values)
        value = values[field["id"]]
        return field["choices"].fetch(value, value) if field["choices"]

        unit = field["unit"]
        unit = nil if %w[number reading position].include?(unit)
        [value.is_a?(Numeric) ? Measuring::Words.number(value) : value, unit].compact.join(" ")
      end

      # A figure of a sentence: of the step, or the name of a place.
      def spoken(name)
        value = step.fill.fetch(name.to_sym) { step.set[name] }
        return @machine.places.name("carburetor", value) if name == "place"

        value.is_a?(Numeric) ? Measuring::Words.number(value) : value.to_s
      end
    end
  end
end
