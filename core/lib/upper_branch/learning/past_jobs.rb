# frozen_string_literal: true

module UpperBranch
  module Learning
    # What another catalogue would have made of past jobs: their first rankings under both, held against what was wrong.
    #
    #   PastJobs.between([[entries, ["water"]], ...], catalogue, other)
    #   # => {jobs: 24, brier: [0.71, 0.66], first: [9, 12], three: [15, 17], better: 14, worse: 6}
    module PastJobs
      NOTICED = 0.005 # change of a chance that is one

      # jobs: [[entries, ids of what was wrong], ...]
      def self.between(jobs, before, after)
        pairs = jobs.filter_map { |entries, truth| rankings(entries, [before, after])&.then { |said| [said, truth] } }
        both = [0, 1].map { |i| Calibration.new(pairs.map { |said, truth| [said[i], truth] }) }
        moved = pairs.map { |said, truth| towards(said, truth) }
        { jobs: pairs.size, brier: both.map(&:brier), **hits(both), better: moved.count { |by| by > NOTICED },
          worse: moved.count { |by| by < -NOTICED } }
      end

      def self.hits(both)
        { first: both.map { |one| one.hits(1).seen }, three: both.map { |one| one.hits(3).seen } }
      end

      # One for each catalogue, or nil where nothing was complained of.
      def self.rankings(entries, catalogues)
        said = catalogues.map { |catalogue| ClosedJob.first_ranking(Job.replay(catalogue, entries)) }
        said if said.all?
      end

      # By how much the chances of what was wrong have grown.
      def self.towards((before, after), truth)
        truth.sum { |id| after.fetch(id, 0.0) - before.fetch(id, 0.0) }
      end
      private_class_method :hits, :rankings, :towards
    end
  end
end
