# frozen_string_literal: true

module UpperBranch
  module Planning
    # What is still to be shown after a repair, in order: what can be tried on the bench before it is put together, what
    # failed before, then the complaint under its own conditions. What could not be done is passed over, and stays
    # unproven.
    class Proving
      def initialize(job)
        @job = job
        all = job.round.zero? ? [] : Workshop::Proof.of(job).left
        @passed_over, @left = all.partition { |item| item.kind == :check && job.passed_over?(item.id) }
        since = job.findings.select { |finding| finding.round == job.round }.map(&:id)
        @again = @left.select { |item| since.include?(item.id) }
      end

      def left? = @left.any?

      # What has been shown where nothing is left to be.
      def says
        return "Everything that failed has been repeated and the complaint is gone." if @passed_over.empty?

        names = @passed_over.map { |item| item.name.delete_suffix("?") }
        "The complaint is gone. It could not be repeated: #{names.join(', ')}."
      end

      # The next to be repeated. A check that has failed again since the repair is no more to be repeated: the complaint
      # itself says more.
      def next = fresh.first

      # One that can be tried where the carburetor lies.
      def on_the_bench = fresh.find { |item| on_the_bench?(item) }

      # The complaint, where nobody has looked for it since the repair.
      def complaint = fresh.find { |item| item.kind == :symptom }

      # Since the last repair the complaint has been seen again, or what is tried on the bench has failed again: nobody
      # puts that together.
      def failed?
        since = @job.findings.select { |finding| finding.round == @job.round && finding.symptom? }
        seen = since.any? { |finding| finding.words == ["present"] && @job.complained?(finding.id) }
        seen || @again.any? { |item| on_the_bench?(item) }
      end

      private

      def fresh = @left - @again

      def on_the_bench?(item)
        item.kind == :check && @job.state.carburetor != "on" && @job.machine.check(item.id).retest?
      end
    end
  end
end
