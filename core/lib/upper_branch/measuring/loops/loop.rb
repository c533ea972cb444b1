# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Loops
      # A setting loop: rounds of what stood where and what was read, and from them the next turn, until it has settled.
      # Each kind is a class of its own; its numbers and sentences are those of loops.yml.
      #
      #   loop = Loops.of("float").new(rounds, goals: {"wanted" => 14}, limits: {"tolerance" => 0.5, ...})
      #   loop.next     # => Step: word "toward", set {"bend" => 0.5}
      class Loop
        # word: the sentence of loops.yml it is told by; set: {field => setting} of the next round; fill: {name =>
        # number} that the sentence asks for; as: "go" on, "settled", "ask" for a figure first, or "stop": something
        # else is wrong
        Step = Struct.new(:word, :set, :fill, :as, keyword_init: true)

        # rounds: [{field id => number or word}], the oldest first; goals: {goal id => number}, those that are known;
        # limits: of loops.yml; method: how the shop sets a mixture (schools.yml); leaner: +1 where turning out is
        # leaner, -1 where it is richer, nil where nobody knows
        def initialize(rounds, goals: {}, limits: {}, method: nil, leaner: nil)
          @rounds = rounds
          @goals = goals
          @limits = limits
          @method = method
          @leaner = leaner
        end

        # Step
        def next
          missing = needed.find { |goal| @goals[goal].nil? }
          return Step.new(word: "ask-#{missing}", set: {}, fill: {}, as: "ask") if missing
          return go("begin") if @rounds.empty?

          step
        end

        # The latest curve: {x:, y: field ids, points: [[setting, reading], ...], peak: nil while it is not known}
        def curve = { x: nil, y: nil, points: [], peak: nil }

        private

        # Goals without which nothing can be proposed.
        def needed = []

        # The next step once there is a round.
        def step = raise(NotImplementedError)

        def through(x, y, rows = @rounds)
          { x: x, y: y, points: rows.filter_map { |row| row.values_at(x, y) if row[y] }, peak: nil }
        end

        # Turns as a hand can set them: to an eighth.
        def by_hand(turns) = ((turns * 8).round / 8.0)
        def last = @rounds.last
        def go(word, set = {}, **fill) = Step.new(word: word, set: set, fill: fill, as: "go")
        def settled(**fill) = Step.new(word: "settled", set: {}, fill: fill, as: "settled")
        def stop(word, **fill) = Step.new(word: word, set: {}, fill: fill, as: "stop")
        def limit(name) = @limits.fetch(name)
        def near?(one, other, by) = (one - other).abs <= by + 1e-9
      end
    end
  end
end
