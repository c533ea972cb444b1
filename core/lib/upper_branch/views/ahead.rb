# frozen_string_literal: true

module UpperBranch
  module Views
    # What would come next after each answer to the step at hand, three steps deep along the likeliest answers: the
    # sheet that carries a bench on while no server answers. Nothing of it is entered; when it answers again, what was
    # found is replayed and judged as ever.
    #
    #   Ahead.of(job)   # => {check: "pump-shot", answers: [{outcome: "weak", next: {kind:, says:, check:, ahead:}}]}
    #
    # nil where the next step is no check that is answered in words.
    class Ahead
      DEEP = 3
      WIDE = [6, 3, 2].freeze # answers that are followed at each depth, the likeliest first
      MOST = 14               # steps in all, since each takes as long as a trace

      def self.of(job) = new.sheet(job, Planning::NextStep.of(job, Diagnosis::Posterior.of(job)), 0)

      def initialize
        @left = MOST
      end

      # step: Planning::NextStep of the job; depth: how far ahead it is
      def sheet(job, step, depth)
        return if depth >= DEEP || step.kind != :check

        option = step.target
        likely = option.chances.sort_by { |word, chance| [-chance, word] }.first(WIDE[depth])
        answers = likely.filter_map { |word, _| answer(job, option.check, word, depth) }
        answers.empty? ? nil : { check: option.check.id, answers: answers }
      end

      private

      def answer(job, check, word, depth)
        return if @left.zero?

        @left -= 1
        after = answered(job, check, word) or return
        { outcome: word, next: coming(after, depth) }
      end

      # The job as it would be; nil where the answer needs more than a word (a place, a limit).
      def answered(job, check, word)
        entry = { "id" => "ahead-#{@left}", "kind" => "check", "data" => { "check" => check.id, "outcomes" => [word] } }
        job.with(entry)
      rescue Invalid
        nil
      end

      def coming(job, depth)
        posterior = Diagnosis::Posterior.of(job)
        step = Planning::NextStep.of(job, posterior)
        told = NextStep.new(job, step, posterior).to_h
        { kind: told[:kind], says: BoardRow.next_words(told), reason: told[:reason], check: told[:check]&.fetch(:id),
          ahead: sheet(job, step, depth + 1) }
      end
    end
  end
end
