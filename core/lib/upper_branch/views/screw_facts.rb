# frozen_string_literal: true

module UpperBranch
  module Views
    # Four facts of each screw, never one: where it was found, its base, where the engine wants it, what its tip and its
    # port look like. As plain data, a row for each screw and place that something is known of:
    #
    #   ScrewFacts.of(job)   # => [{screw: "idle", name: "Mixture screw", place: "2", where: "Carburetor 2",
    #                        #      facts: [{id: "found", name: "Found", says: "3.2 turns", entry: "4"}, ...]}]
    module ScrewFacts
      module_function

      def of(job)
        section = job.catalogue.book.screws
        section.on(job.machine.features).flat_map { |screw| rows(job, screw) }
      end

      def rows(job, screw)
        looks = screw["facts"].invert
        findings = job.findings.select { |one| one.kind == :check && looks.key?(one.id) }
        findings.group_by(&:place).map { |place, seen| row(job, screw, place, seen) }
      end

      def row(job, screw, place, findings)
        latest = findings.to_h { |one| [one.id, one] }
        facts = screw["facts"].filter_map { |fact, check| latest[check] && fact(job, fact, latest[check]) }
        base = screw.dig("facts", "found")
        facts.insert(1, base(job, base, place)) if base && latest[base]
        { screw: screw["id"], name: screw["name"], place: place&.id, where: place&.name, facts: facts.compact }
      end

      def fact(job, fact, finding)
        { id: fact, name: job.catalogue.book.screws.fact_name(fact), says: said(job, finding), entry: finding.entry }
      end

      def said(job, finding)
        check = job.catalogue.check(finding.id)
        words = finding.words.map { |word| check.outcomes[word]&.downcase || word }.join(", ")
        reading = finding.reading
        return words unless reading&.value

        [Measuring::Words.number(reading.value.round(2)), reading.unit].join(" ") + (words.empty? ? "" : ", #{words}")
      end

      # The count such a screw is set to as usual.
      def base(job, check, place)
        cuts = job.machine.reading(job.machine.check(check), place&.id)&.fetch("cuts", nil) or return
        low, high = cuts.map { |cut| Measuring::Words.number([cut, 0].max) }
        { id: "base", name: job.catalogue.book.screws.fact_name("base"), says: "#{low} to #{high} turns", entry: nil }
      end
      private_class_method :rows, :row, :fact, :said, :base
    end
  end
end
