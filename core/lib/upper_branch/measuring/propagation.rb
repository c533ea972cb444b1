# frozen_string_literal: true

module UpperBranch
  module Measuring
    # What the unsure inputs of a calculation do to its answers: each moved by itself where an answer is smooth, all at
    # once and evenly spread where it has a kink.
    #
    #   propagation = Propagation.new({ before: read, after: read }) { |values| { change: ... } or nil }
    #   propagation.linear(:change)   # => [standard uncertainty or nil, degrees of freedom or nil]
    class Propagation
      DRAWS = 240

      # read: {input => CalculatorInput::Read}; the block takes values by input and gives answers by id, nil where they
      # are refused
      def initialize(read, &compute)
        @read = read
        @compute = compute
        @slots = read.flat_map { |name, input| input.slots.map { |place| [name, place] } }
      end

      # [standard uncertainty, degrees of freedom] by the law of propagation. id: of an answer
      def linear(id)
        parts = neighbors.map do |name, *moved|
          [name, Uncertainty.part(value(id, here), *moved.map { |answers| value(id, answers) })]
        end
        u = Uncertainty.combine(parts.map(&:last)) or return [nil, nil]
        [u, Uncertainty.freedom(by_input(parts))]
      end

      # The answer for evenly spread inputs, where it has one.
      def draws(id)
        @draws ||= (1..DRAWS).map { |n| @compute.call(drawn(n)) }
        @draws.filter_map { |answers| value(id, answers) }
      end

      private

      def here = @here ||= @compute.call(values)
      def values = @read.transform_values(&:value)

      # Some answers are dear to reckon and come as a proc, some in a unit of their own: these have no uncertainty.
      def value(id, answers)
        answer = answers && answers[id]
        answer if answer.is_a?(Numeric) && answer.to_f.finite?
      end

      # [[input, answers with it up, answers with it down], ...]
      def neighbors
        @neighbors ||= @slots.map do |name, place|
          [name, *[1, -1].map { |sign| @compute.call(moved(values, name, place, sign * @read[name].uncertainty)) }]
        end
      end

      # The numbers of a list share its degrees of freedom.
      def by_input(parts)
        parts.group_by(&:first).map do |name, list|
          [Uncertainty.combine(list.map(&:last)), @read[name].freedom]
        end
      end

      def drawn(n)
        @slots.each_with_index.reduce(values) do |all, ((name, place), dimension)|
          moved(all, name, place, @read[name].uncertainty * Spread.normal(n, dimension))
        end
      end

      def moved(values, name, place, by)
        number = place ? values[name].dup.tap { |list| list[place] += by } : values[name] + by
        values.merge(name => number)
      end
    end
  end
end
