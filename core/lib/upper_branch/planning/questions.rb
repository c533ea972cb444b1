# frozen_string_literal: true

module UpperBranch
  module Planning
    # What can still be asked about the complaint: symptoms nobody has spoken of, and the conditions that part the
    # causes of what was told on this machine. Asking costs half a minute and soils no hands, so the planner weighs it
    # like any check; after five answers in a row something is done first.
    class Questions
      # Entries that write down what is known or in the way: nobody has looked at or done anything with them.
      WRITTEN = %w[note machine caution engine limits photo wait passed_over].freeze
      private_constant :WRITTEN

      def initialize(job)
        @job = job
        @machine = job.machine
      end

      # Array of Diagnosis::Question.
      def all = @all ||= complaint.empty? ? [] : symptoms + complaint.flat_map { |symptom| conditions(symptom) }

      # Those of this complaint, answered or not: what is reckoned for them side by side can be kept from step to step.
      def about = complaint.empty? ? [] : book.all + complaint.flat_map { |symptom| book.telling(symptom) }

      # May one be asked now? Before any repair, no more than a few at a time, and no more once it has shown that nobody
      # is there who knows.
      def open?
        most, unknown = @job.catalogue.scale["planning"].values_at("interview", "nobody_knows")
        @job.round.zero? && !@machine.schools.house? && in_a_row < most && answered_unknown < unknown
      end

      private

      def book = @book ||= QuestionBook.for(@machine)

      def complaint
        @complaint ||= @job.complaint.filter_map { |finding| @machine.symptom(finding.id) }.uniq.reject(&:healthy?)
      end

      def symptoms
        known = @job.findings.select(&:symptom?).map(&:id)
        looked = @machine.checks.select { |check| @job.result(check.id) }.flat_map { |check| check.observes.keys }
        @machine.symptoms.reject { |one| one.healthy? || known.include?(one.id) || looked.include?(one.id) }
                .map { |symptom| book.of(symptom) }
      end

      # Those of a kind that has been spoken of already say nothing new.
      def conditions(symptom)
        spoken = @job.findings.select { |one| %i[symptom condition].include?(one.kind) && one.id == symptom.id }
        axes = spoken.flat_map(&:conditions).map { |id| @job.catalogue.axis(id) }
        book.telling(symptom).reject do |question|
          axes.include?(@job.catalogue.axis(question.condition))
        end
      end

      def answered_unknown
        @job.findings.count { |one| %i[symptom condition].include?(one.kind) && one.words == ["unknown"] }
      end

      # Answers to questions since anything else was done.
      def in_a_row
        done = @job.live.reverse.reject { |entry| WRITTEN.include?(entry.kind) }
        done.take_while { |entry| entry.kind == "condition" || entry.data["asked"] == true }.size
      end
    end
  end
end
