# frozen_string_literal: true

module UpperBranch
  module Learning
    # How well the first ranking has spoken: of what it held for so likely, how often it was so; how often it named
    # first what was wrong; and the Brier score, the mean over the jobs of the squared distance between what was said
    # and what was so (Brier, Monthly Weather Review 78, 1950; 0 is perfect, 2 the worst of chances that sum to one).
    #
    #   Calibration.new([[{"water" => 0.6, "fuel-stale" => 0.2}, ["water"]]]).brier   # => 0.2
    class Calibration
      EDGES = [0, 0.05, 0.1, 0.2, 0.3, 0.45, 0.6, 0.8, 1.000001].freeze

      # rankings: [[{fault id => chance}, [ids of what was wrong]], ...]
      def initialize(rankings)
        @rankings = rankings
      end

      def size = @rankings.size

      # Mean score, or nil without jobs.
      def brier = size.zero? ? nil : scores.sum / size

      # 95 % interval of the mean, by the normal curve; nil with fewer than two jobs.
      def brier_interval
        return if size < 2

        half = 1.96 * Math.sqrt(scores.sum { |score| (score - brier)**2 } / (size - 1) / size)
        [[brier - half, 0.0].max, brier + half]
      end

      # Jobs in which something of what was wrong stood among the first so many: Proportion
      def hits(first)
        Proportion.new(@rankings.count { |said, truth| leading(said, first).intersect?(truth) }, size)
      end

      # [{from:, to:, said: mean chance, seen: Proportion}, ...]; ranges in which nothing was said are left out
      def curve
        rows = @rankings.flat_map { |said, truth| said.map { |id, chance| [chance, truth.include?(id)] } }
        EDGES.each_cons(2).filter_map do |from, to|
          inside = rows.select { |chance,| chance >= from && chance < to }
          next if inside.empty?

          { from: from, to: [to, 1].min, said: inside.sum(&:first) / inside.size,
            seen: Proportion.new(inside.count(&:last), inside.size) }
        end
      end

      private

      def scores
        @scores ||= @rankings.map do |said, truth|
          (said.keys | truth).sum { |id| (said.fetch(id, 0.0) - (truth.include?(id) ? 1 : 0))**2 }
        end
      end

      def leading(said, count) = said.sort_by { |id, chance| [-chance, id] }.first(count).map(&:first)
    end
  end
end
