# frozen_string_literal: true

module UpperBranch
  module Views
    # The sheet for an owner who is far from the shop: safe looks only, as plain data.
    #
    #   OwnerSheet.of(job)   # => {called:, family:, first:, rows: [{check:, icon:, ask:, do:, answers: [...]}]}
    module OwnerSheet
      module_function

      def of(job)
        section = job.catalogue.book.owner
        { called: job.called, family: job.machine.family["name"], first: section.first,
          rows: section.rows.filter_map { |row| row(job.machine, row) }, footer: Report::FOOTER }
      end

      # One look, or nil where the machine has not got it; stop: what is said when this is the answer.
      def row(machine, row)
        check = machine.check(row["check"]) or return
        words = check.words(machine.features)
        stops = row["stop"] || { "outcomes" => [] }
        answers = row["answers"].slice(*words).map do |id, says|
          { outcome: id, says: says, stop: stops["outcomes"].include?(id) ? stops["says"] : nil }
        end
        { check: check.id, icon: row["icon"], ask: row["ask"], do: row["do"], answers: answers }
      end
      private_class_method :row
    end
  end
end
