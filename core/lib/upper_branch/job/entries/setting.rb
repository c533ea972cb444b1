# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # One round of a setting loop: what stood where, and what was read.
      class Setting < Entry
        def admit(job)
          open_job(job)
          loop = loop_of(job) or refuse("loop", "A setting loop of this machine is one of: #{known(job).join(', ')}")
          place(job, loop)
          hold = loop.hold
          refuse("loop", hold.says) if hold
          table("goals", loop.goals.map { |goal| goal.row.merge("optional" => true) })
          table("values", loop.fields)
        end

        def surviving(job, names)
          return data if job.catalogue.book.loops.row(data["loop"])

          names.gone("setting loop", data["loop"])
        end

        def apply(job, data)
          job.settings << Job::Setting.new(entry: id, loop: data["loop"], place: data["place"], fresh: data["fresh"],
                                           goals: data["goals"] || {}, told: data["values"], round: job.round)
          row = job.catalogue.book.loops.row(data["loop"])
          job.minutes += row["minutes"]
          start(job) if row["runs"]
        end

        def says(job)
          loop = loop_of(job) or return "Set: #{data['loop']}"
          "#{loop.title}: #{loop.told(data['values'])}"
        end

        private

        # Workshop::SettingLoop, or nil where this machine has none of that name.
        def loop_of(job) = job.machine && Workshop::SettingLoop.of(job, data["loop"], data["place"])
        def known(job) = job.catalogue.book.loops.on(job.machine.features).map { |row| row["id"] }

        def place(job, loop)
          places = loop.places
          Workshop::Places.one_of(places, data["place"], loop.name)
          refuse("place", "Say which one: #{places.map(&:id).join(', ')}") if places.any? && data["place"].nil?
          refuse("fresh", "There is nothing to begin anew yet") if data["fresh"] && loop.rounds.empty?
          job
        end

        # It was run to be read: warmed up, and put together, where it was not.
        def start(job)
          ways = Workshop::Transitions.for(job.machine.family, job.catalogue)
          job.move(Workshop::BenchState.new(engine: "running"), ways.nearest(job.state, Workshop::Running::STATES).first)
        end

        # field: "goals" or "values"; rows: what may stand in it
        def table(field, rows)
          given = data[field] || {}
          strange = given.keys - rows.map { |row| row["id"] }
          refuse("#{field}/#{strange.first}", "It takes: #{rows.map { |row| row['id'] }.join(', ')}") if strange.any?
          rows.each { |row| value("#{field}/#{row['id']}", row, given[row["id"]]) }
        end

        def value(field, row, value)
          if value.nil?
            refuse(field, "#{row['name']}: say what it is") unless row["optional"]
          elsif row["choices"]
            refuse(field, "#{row['name']}: one of #{row['choices'].keys.join(', ')}") unless row["choices"].key?(value)
          elsif !(value.is_a?(Numeric) && value.to_f.finite? && value.between?(row["min"], row["max"]))
            refuse(field, "#{row['name']}: a number from #{row['min']} to #{row['max']} #{row['unit']}")
          end
        end
      end
    end
  end
end
