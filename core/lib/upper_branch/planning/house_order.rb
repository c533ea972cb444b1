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
