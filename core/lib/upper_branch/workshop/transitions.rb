# frozen_string_literal: true

module UpperBranch
  module Workshop
    # Minutes from one bench state to another for a family, by the shortest way (Floyd-Warshall over nine states).
    # Warm to cold is not offered: that takes until tomorrow and is entered as a state of its own.
    class Transitions
      STATES =
        ([%w[running on]] + %w[cold warm].product(BenchState::CARBURETORS))
          .map { |engine, carburetor| BenchState.new(engine: engine, carburetor: carburetor) }
          .freeze
      STOP = 1 # minutes, running to just stopped and back

      # minutes: {"warm", "open", "bench", "apart"} (nil = not done here); refit_extra: minutes more to refit and run
      def self.for(family, catalogue)
        catalogue
          .kept
          .fetch([:transitions, family["id"]]) { new(family["minutes"], catalogue.scale["planning"]["refit_extra"]) }
      end

      def initialize(minutes, refit_extra)
        @minutes = minutes
        @refit_extra = refit_extra
        @nearest = {}
        @table = shortest
      end

      # Float minutes, Float::INFINITY when there is no way today.
      def minutes(from, to)
        @table[[from, to]]
      end

      # [minutes, state] of the nearest state that meets one of the codes.
      def nearest(from, codes)
        @nearest["#{from.engine} #{from.carburetor} #{codes.join(' ')}"] ||= nearest_state(from, codes)
      end

      # About what it takes in memory, with the answers of `nearest`.
      def bytes = 60_000

      private

      def nearest_state(from, codes)
        STATES
          .select { |state| codes.any? { |code| state.meets?(code) } }
          .map { |state| [minutes(from, state), state] }
          .min_by
          .with_index { |(cost, _), i| [cost, i] } || [Float::INFINITY, nil]
      end

      def shortest
        table = Hash.new(Float::INFINITY)
        STATES.each { |state| table[[state, state]] = 0.0 }
        edges { |from, to, cost| table[[from, to]] = cost if cost }
        STATES.each { |via| STATES.each { |from| STATES.each { |to| relax(table, from, via, to) } } }
        table
      end

      def relax(table, from, via, to)
        through = table[[from, via]] + table[[via, to]]
        table[[from, to]] = through if through < table[[from, to]]
      end

      def edges
        running = BenchState.new(engine: "running")
        yield BenchState.new(engine: "cold"), running, @minutes["warm"]
        yield running, BenchState.new(engine: "warm"), STOP
        yield BenchState.new(engine: "warm"), running, STOP
        %w[cold warm].each do |engine|
          steps(engine).each { |from, to, out, back| yield_both(from, to, out, back) { |*edge| yield(*edge) } }
        end
      end

      def yield_both(from, to, out, back)
        yield from, to, out
        yield to, from, back
      end

      def steps(engine)
        on, open, bench, apart =
          BenchState::CARBURETORS.map { |carburetor| BenchState.new(engine: engine, carburetor: carburetor) }
        off = @minutes["bench"]
        [[on, open, @minutes["open"], @minutes["open"]],
         [on, bench, off, off && (off + @refit_extra)],
         [open, bench, off, off],
         [bench, apart, @minutes["apart"], @minutes["apart"]]]
      end
    end
  end
end
