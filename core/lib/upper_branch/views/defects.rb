# frozen_string_literal: true

module UpperBranch
  module Views
    # The defects that were seen or measured, as plain data: each stands until it is repaired or struck out.
    #
    #   Defects.of(job)   # => [{fault: "filter-reversed", says: "In-line filter: reversed", status: "open", ...}, ...]
    module Defects
      module_function

      # status: "open", "mended", "waived" or "contradicted"
      def of(job) = job.defects.map { |defect| row(job, defect) }

      def row(job, defect)
        fault = job.machine.fault(defect.fault) || job.catalogue.fault(defect.fault)
        plan = Workshop::Repairs.find(job.machine, defect.fault)
        { fault: defect.fault, name: fault.name, part: fault.part.id, circuit: fault.circuit, entry: defect.entry,
          check: defect.check, word: defect.word, place: defect.place&.to_h,
          says: says(job, defect), status: status(defect),
          denied_by: defect.denied, reason: defect.waived&.fetch(:reason), mended_by: defect.mended,
          repair: plan && { id: plan.id, name: Workshop::Repairs.words(job.machine, plan).name, minutes: plan.minutes } }
      end

      def says(job, defect)
        finding = job.findings.find { |one| one.entry == defect.entry }
        words = Job::Entries::Check.words(job.catalogue, defect.check, [defect.word], defect.place)
        finding.reported ? "#{words} (reported by #{finding.reported})" : words
      end

      def status(defect)
        return "mended" if defect.mended
        return "waived" if defect.waived

        defect.denied ? "contradicted" : "open"
      end
    end
  end
end
