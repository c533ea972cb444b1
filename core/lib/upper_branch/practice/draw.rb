# frozen_string_literal: true

module UpperBranch
  module Practice
    # Draws what is wrong in an exercise: by how often it is met, how hard it is to be, and what is to be practised.
    class Draw
      # level: row of practice.yml; focus: {circuit => weight} or nil
      def initialize(catalogue, family, level, focus)
        @catalogue = catalogue
        @level = level
        @focus = focus
        @machine = Workshop::Machine.new(catalogue, family: family)
        priors = Diagnosis::Priors.new(@machine)
        never_alone = catalogue.book.practice.data["accompanied"]
        @odds = @machine.faults.reject do |fault|
          never_alone.include?(fault.id)
        end.to_h { |fault| [fault, priors.of(fault)] }
      end

      # {fault id => severity}, or nil where this seed gives none
      def faults(seed)
        chance = Random.new(seed)
        chosen = Array.new(@level["faults"]) { pick(candidates, chance) }
        chosen << pick(besides, chance) if @level["besides"]
        return if chosen.include?(nil) || chosen.uniq.size < chosen.size

        low, high = @catalogue.book.practice.data["severity"]
        chosen.to_h { |fault| [fault.id, (low + ((high - low) * chance.rand)).round(2)] }
      end

      private

      # The half met most often, the other half, or all.
      def candidates
        @candidates ||= begin
          sorted = @odds.keys.sort_by { |fault| [-@odds[fault], fault.id] }
          half = sorted.size / 2
          { "common" => sorted.first(half), "rare" => sorted.drop(half), "any" => sorted }.fetch(@level["from"])
        end
      end

      def besides = @odds.keys.select { |fault| fault.repair == @level["besides"] }

      def pick(faults, chance)
        weights = faults.map { |fault| @odds[fault] * weight(fault) }
        at = chance.rand * weights.sum
        faults.zip(weights).find { |_, one| (at -= one).negative? }&.first
      end

      def weight(fault) = @focus ? @focus.fetch(fault.circuit, 0.0) : 1.0
    end
  end
end
