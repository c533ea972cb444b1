# frozen_string_literal: true

module UpperBranch
  module Planning
    # What the first step on a kind of machine has to make anew (tables, questions, times of repairs), made beforehand,
    # so that the first person to ask does not wait for it.
    module WarmUp
      # families: ids, all of them when left out
      def self.run(catalogue, families = catalogue.families.map { |row| row["id"] })
        families.each { |family| step(catalogue, family) }
      end

      def self.step(catalogue, family)
        machine = Workshop::Machine.new(catalogue, family: family)
        complaint = machine.symptoms.find { |one| !one.healthy? }.id
        job = Job.new(catalogue, [
                        { "id" => "1", "kind" => "machine", "data" => { "family" => family } },
                        { "id" => "2", "kind" => "symptom", "data" => { "symptom" => complaint, "seen" => "present" } }
                      ])
        NextStep.of(job, Diagnosis::Posterior.of(job))
      end
      private_class_method :step
    end
  end
end
