# frozen_string_literal: true

module UpperBranch
  module Planning
    # The shop's fixed list for the main complaint, kept honest: what is done, what comes next, and what it wastes - a
    # step that would tell next to nothing about what must be mended.
    class HouseOrder
      Step = Struct.new(:check, :done, :wasted, keyword_init: true)

      # telling: check -> bits about what must be mended (Lookahead#telling)
      def initialize(job, &telling)
        @job = job
        @telling = telling
        @least = job.catalogue.scale["planning"]["gain_worth"]
      end

      # Array of Step, in the list's order, of the checks this machine has.
      def steps
        @steps ||= checks.map do |check|
          done = !@job.result(check.id).nil?
          Step.new(check: check, done: done, wasted: !done && @telling.call(check) < @least)
        end
      end

      # The next of the list among these options, or nil.
      def next_option(options)
        steps.reject(&:done).filter_map { |step| options.find { |option| option.check == step.check } }.first
      end

      # Why it comes next, and what it wastes.
      def says(option)
        wasted = steps.find { |step| step.check == option.check }.wasted
        minutes = option.candidate.total.round
        "Next on the shop's list.#{" It tells next to nothing now: #{minutes} min for little." if wasted}"
      end

      # The list's checks that this machine has.
      def checks
        @checks ||= list.filter_map { |id| @job.machine.check(id) }
      end

      private

      def list
        complaint = @job.complaint.first
        group = complaint && @job.catalogue.symptom(complaint.id).group
        @job.catalogue.house.list(group)
      end
    end
  end
end
