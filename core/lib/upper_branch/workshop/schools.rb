# frozen_string_literal: true

module UpperBranch
  module Workshop
    # The shop's choices where good people disagree, and what they change: rules turned off, odds, limits of readings,
    # the steps and tools of a check, the words of a repair. Recorded with the machine, so that a job stays what it was
    # when the shop changes.
    #
    #   Schools.new(catalogue, "order" => "house-list").house?   # => true
    #
    # A topic left out follows its default. Raises Invalid naming the field.
    class Schools
      def initialize(catalogue, chosen = {})
        @topics = catalogue.schools.map { |topic| topic["id"] }
        @chosen = catalogue.schools.map { |topic| option(topic, (chosen || {})[topic["id"]]) }
        unknown = (chosen || {}).keys - @topics
        raise Invalid.new("schools/#{unknown.first}", "No school is called #{unknown.first.inspect}") if unknown.any?
      end

      def house? = @chosen.any? { |row| row["house"] }
      def lifts?(rule) = @chosen.any? { |row| row["lifts"]&.include?(rule) }

      # Factors on the prior odds of faults, a table for each choice that has any: [{fault id => factor}]
      def odds_tables = @chosen.filter_map { |row| row["odds"] }

      # The shop's limits of a reading, or nil.
      def cuts(check) = overlay("cuts", check.id)

      # Where a screw that this check counts begins here, in the check's unit: [value, name of the choice], or nil.
      def start(check_id)
        row = @chosen.find { |one| one.dig("start", check_id) }
        row && [row["start"][check_id], row["name"]]
      end

      # The option chosen of a topic (a raw row).
      def chosen(topic_id) = @chosen.fetch(@topics.index(topic_id))

      def steps(check) = overlay("steps", check.id) || check.steps
      def tools(check) = overlay("tools", check.id) || check.tools
      def repair_words(fault) = overlay("words", fault.id) || fault.repair_text

      private

      def option(topic, id)
        ids = topic["options"].map { |row| row["id"] }
        id ||= topic["default"]
        unless ids.include?(id)
          raise Invalid.new(
            "schools/#{topic['id']}",
            "No school of #{topic['name'].downcase} is called #{id.inspect}; use one of: #{ids.join(', ')}"
          )
        end

        topic["options"].find { |row| row["id"] == id }
      end

      def overlay(kind, id)
        @chosen.reverse_each { |row| return row[kind][id] if row[kind]&.key?(id) }
        nil
      end
    end
  end
end
