# frozen_string_literal: true

module UpperBranch
  module Views
    # A learner's record as plain data: what was practised and how it ended, what he knows of each circuit, and what to
    # practise next.
    module Practice
      NEXT = 3 # circuits named to be practised next

      module_function

      # done: [{"circuits" => {circuit => found}, "day" => whole number}, ...], the oldest first; today: day
      def record(catalogue, done, today:)
        mastery = mastery(catalogue)
        circuits = practised(catalogue)
        results = results(done)
        known = mastery.by_circuit(circuits.keys, results)
        focus = mastery.focus(circuits.keys, results, today: today)
        { mastery: known.map { |id, chance| row(id, circuits[id], chance, mastery, results) },
          next: focus.sort_by { |id, weight| [-weight, id] }.first(NEXT).map(&:first) }
      end

      # {circuit => weight} by which the next exercise is drawn
      def focus(catalogue, done, today:)
        mastery(catalogue).focus(practised(catalogue).keys, results(done), today: today)
      end

      def mastery(catalogue) = UpperBranch::Practice::Mastery.new(catalogue.book.practice.data["mastery"])

      # {id => name} of the circuits that have faults.
      def practised(catalogue)
        used = catalogue.faults.map(&:circuit).uniq
        catalogue.circuits.select { |row| used.include?(row["id"]) }.to_h { |row| [row["id"], row["name"]] }
      end

      def results(done)
        done.each_with_object(Hash.new { |all, id| all[id] = [] }) do |one, all|
          one["circuits"].each { |circuit, found| all[circuit] << [found, one["day"]] }
        end
      end

      def row(id, name, chance, mastery, results)
        tried = results.fetch(id, [])
        { id: id, name: name, known: chance.round(3), mastered: mastery.mastered?(chance), tried: tried.size,
          found: tried.count(&:first) }
      end
    end
  end
end
