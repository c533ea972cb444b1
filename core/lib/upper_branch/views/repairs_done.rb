# frozen_string_literal: true

module UpperBranch
  module Views
    # The repairs of a job, with what each most likely mended and what it left set.
    #
    #   RepairsDone.of(job, posterior)   # => [{entry: "7", id: "pump-cup", name: ..., was: {"pump-cup" => 0.9}, ...}]
    module RepairsDone
      LIKELY = 0.05 # chance before the repair from which a fault is named

      module_function

      # posterior: Diagnosis::Posterior, or nil where there is none: then nothing is said of what each mended
      def of(job, posterior)
        job.repairs.map do |repair|
          was = posterior ? repair.faults.to_h { |id| [id, posterior.marginal(id).round(6)] } : {}
          { entry: repair.entry, id: repair.id, name: Workshop::Repairs.name(job.machine, repair.id),
            faults: repair.faults, round: repair.round, place: repair.place,
            was: was.select { |_, chance| chance > LIKELY }, left: left(job, repair), undone: repair.undone }
        end
      end

      # What a repair left set, in words.
      def left(job, repair)
        figures = Workshop::Sheets::Figures.new(job, place: repair.place)
        repair.left.map do |id, value|
          { figure: id, name: figures.left_name(id), value: value, unit: figures.unit(id) }
        end
      end
      private_class_method :left
    end
  end
end
