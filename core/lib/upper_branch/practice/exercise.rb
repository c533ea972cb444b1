# frozen_string_literal: true

module UpperBranch
  module Practice
    # An exercise: a machine with something wrong with it that nobody says, and what its owner complains of.
    #
    #   exercise = Exercise.draw(catalogue, family: "car-one", level: "plain", seed: 7)
    #   exercise.complaint   # => ["hesitation", "pop-carb"]
    #   Exercise.from(catalogue, exercise.to_h)   # the same again
    #
    # The same family, level, focus and seed give the same exercise.
    class Exercise
      TRIES = 200

      attr_reader :family, :level, :seed, :faults

      # focus: {circuit id => weight}, how much rather a fault of it than of others; nil for none. Raises Invalid.
      def self.draw(catalogue, family:, level:, seed:, focus: nil)
        row = catalogue.book.practice.level(level) or
          raise Invalid.new("level", "A level is one of: #{catalogue.book.practice.levels.map do |one|
            one['id']
          end.join(', ')}")
        raise Invalid.new("family", "No family is called #{family.inspect}") unless catalogue.family(family)

        drawn = Draw.new(catalogue, family, row, focus)
        TRIES.times do |try|
          faults = drawn.faults((seed * TRIES) + try) or next
          one = new(catalogue, family: family, level: level, seed: seed, faults: faults)
          return one if one.complaint.any?
        end
        raise Invalid.new("level", "No such exercise could be made for this kind of machine: choose another level")
      end

      # As kept: faults by their names of today, without those that are known no more.
      def self.from(catalogue, data)
        family, level, seed, faults = data.values_at("family", "level", "seed", "faults")
        known = Workshop::Machine.new(catalogue, family: family).faults.map(&:id)
        new(catalogue, family: family, level: level, seed: seed,
                       faults: Job::Names.new(catalogue).keys("faults", "fault", faults, known))
      end

      # faults: {fault id => severity}
      def initialize(catalogue, family:, level:, seed:, faults:)
        @catalogue = catalogue
        @family = family
        @level = level
        @seed = seed
        @faults = faults
      end

      def to_h = { "family" => family, "level" => level, "seed" => seed, "faults" => faults }

      # Share of the times that it shows.
      def comes = @catalogue.book.practice.level(level)["comes"] || 1.0

      # The machine to be worked on. mended: ids of faults that are out again
      def patient(mended: [], tries: 0) = Patient.new(@catalogue, self, mended: mended, tries: tries)

      # Ids of what the owner complains of, what tells most first.
      def complaint = @complaint ||= patient.complaint.map(&:id)
    end
  end
end
