# frozen_string_literal: true

module UpperBranchServer
  class Knowledge
    # One change of one place, looked at before it is made.
    class Change
      Place = UpperBranch::Catalogue::Place

      # How it stands before or after a change: files: tables as the files have them; standing: changes that stand,
      # [{"at", "value"}]; rows: for the store, of the changes made so far
      So = Struct.new(:files, :standing, :rows) do
        def tables = @tables ||= UpperBranch::Catalogue::Layer.new(standing).over(files)
      end

      # so: So; change: {"at", "value"}, nil gives it back to the files; field: where a mistake is shown
      def initialize(so, change, field)
        @so = so
        @at = change["at"]
        @value = change["value"]
        @field = field
        @keys = Place.keys(@at)
      end

      # So, as it stands then. Raises Problem 422.
      def made
        was = Place.read(@so.tables, @keys)
        says = @value.nil? ? not_given_back : refused(was)
        raise Problem.invalid(@field, says) if says

        others = @so.standing.reject { |row| row["at"] == @at }
        row = { at: Place.pointer(@keys), value: @value, was: was, file: Place.read(@so.files, @keys) }
        So.new(@so.files, @value.nil? ? others : [*others, { "at" => @at, "value" => @value }], [*@so.rows, row])
      end

      private

      def refused(was)
        return "It stands there already" if was == @value

        UpperBranch::Catalogue::Layer.new([{ "at" => @at, "value" => @value }]).refused(@so.tables)
      end

      def not_given_back
        "It stands as the files have it" unless @so.standing.any? { |row| row["at"] == @at }
      end
    end
  end
end
