# frozen_string_literal: true

module UpperBranchServer
  class Knowledge
    # One change of one place, looked at before it is made.
    class Change
      Place = UpperBranch::Catalogue::Place

      # files, tables: as the files have it, and as it stands; standing: the lead's changes so far; change: {"at",
      # "value"}, nil gives it back to the files; field: where a mistake is shown
      def initialize(files, tables, standing, change, field)
        @files = files
        @tables = tables
        @standing = standing
        @at = change["at"]
        @value = change["value"]
        @field = field
        @keys = Place.keys(@at)
      end

      # {at:, value:, was:, file:, tables: as they are then}. Raises Problem 422.
      def row
        was = Place.read(@tables, @keys)
        says = @value.nil? ? not_given_back : refused(was)
        raise Problem.invalid(@field, says) if says

        { at: Place.pointer(@keys), value: @value, was: was, file: Place.read(@files, @keys), tables: changed }
      end

      private

      def refused(was)
        return "It stands there already" if was == @value

        UpperBranch::Catalogue::Layer.new([{ "at" => @at, "value" => @value }]).refused(@tables)
      end

      def not_given_back
        "It stands as the files have it" unless @standing.any? { |row| row["at"] == @at }
      end

      def changed
        return Place.write(@tables, @keys, @value) unless @value.nil?

        UpperBranch::Catalogue::Layer.new(@standing.reject { |row| row["at"] == @at }).over(@files)
      end
    end
  end
end
