# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # A knowledge file that cannot be used: stops the boot with file, line and reason.
    class Broken < StandardError
      attr_reader :problems

      # problems: array of strings "file:line: reason"
      def initialize(problems)
        @problems = problems
        super("The catalogue cannot be used:\n#{problems.first(20).map { |problem| "  #{problem}" }.join("\n")}")
      end
    end
  end
end
