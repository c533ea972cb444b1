# frozen_string_literal: true

module UpperBranch
  module Learning
    # How long the shop's fixed list would have taken to come upon what was wrong: its checks one after the other, each
    # with the way there, up to the first at which such a fault plainly shows. Where it is on none of them, all of the
    # list: then it would have taken longer still, so that the list is never made out worse than it is.
    #
    #   HouseMinutes.of(job, ["water"])   # => 34
    module HouseMinutes
      # truth: ids of faults
      def self.of(job, truth)
        machine = job.machine
        transitions = Workshop::Transitions.for(machine.family, job.catalogue)
        state = Workshop::BenchState.new
        minutes = 0.0
        Planning::HouseOrder.new(job) { 0 }.checks.each do |check|
          way, there = transitions.nearest(state, check.states)
          next unless way.finite?

          state = there
          minutes += way + check.minutes
          break if truth.any? { |id| shows?(machine, id, check) }
        end
        minutes.round
      end

      def self.shows?(machine, id, check)
        fault = machine.fault(id)
        fault && machine.arrows.row(fault, check).values.sum > machine.catalogue.scale["planning"]["shown"]
      end
      private_class_method :shows?
    end
  end
end
