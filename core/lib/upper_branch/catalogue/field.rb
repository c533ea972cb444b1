# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # One field of the knowledge that a shop's lead may change, and what may stand in it.
    #
    #   field.refused(7, ...)   # => nil, or what to write instead
    class Field
      attr_reader :at, :name, :kind, :unit

      # row: of amendable.yml; scale: the table of letters
      def initialize(row, scale)
        @at = row["at"]
        @name = row["name"]
        @kind = row["kind"]
        @unit = row["unit"]
        @least = row["least"]
        @most = row["most"]
        @made = row["made"] == true
        @letters = { "rate" => scale["rates"], "strength" => scale["strengths"] }.fetch(@kind, {}).keys
        freeze
      end

      # May it be set where the files have nothing?
      def made? = @made

      # Does it stand at this place? keys: Array of names
      def at?(keys)
        keys.size == at.size && at.zip(keys).all? { |wanted, key| ["*", key].include?(wanted) }
      end

      # Could this value, as the files have it, stand here?
      def holds?(value)
        case kind
        when "number" then value.is_a?(Numeric)
        when "text" then value.is_a?(String)
        when "rate", "strength" then @letters.include?(value)
        else value.is_a?(Array) && value.none?(Hash)
        end
      end

      # What is wrong with a new value: a sentence, or nil. was: the value it takes the place of; around: the record's
      # part it stands in
      def refused(value, was: nil, around: nil)
        case kind
        when "number" then number(value)
        when "rate", "strength" then "One of #{@letters.join(', ')}" unless @letters.include?(value)
        when "text" then text(value)
        when "lines" then lines(value)
        when "cuts" then cuts(value, was, around)
        end
      end

      # What may be chosen or how far it goes, for a form.
      def bounds = { letters: (@letters unless @letters.empty?), least: @least, most: @most }.compact

      private

      def number(value)
        return if number?(value) && value.between?(@least, @most)

        "A number from #{@least} to #{@most}#{" #{unit}" if unit}"
      end

      def number?(value) = value.is_a?(Numeric) && value.to_f.finite?

      def text(value)
        return "A text" unless value.is_a?(String) && !value.strip.empty?

        "No longer than #{@most} characters" if value.size > @most
      end

      def lines(value)
        return "At least one sentence" unless value.is_a?(Array) && value.any?

        value.filter_map { |line| text(line) }.first
      end

      # As many limits as before, rising, and nothing that cannot be.
      def cuts(value, was, around)
        wanted = Array(was).size
        return (wanted == 1 ? "One number" : "#{wanted} numbers, as before") unless numbers?(value, wanted)
        return "The lower limit comes first" unless value.each_cons(2).all? { |low, high| low < high }

        low, high = (around || {})["physical"]
        "Between #{low} and #{high}: beyond that nothing can be" if low && value.any? { |cut| !cut.between?(low, high) }
      end

      def numbers?(value, wanted)
        value.is_a?(Array) && value.size == wanted && value.all? { |cut| number?(cut) }
      end
    end
  end
end
