# frozen_string_literal: true

module UpperBranch
  # Cells of a CSV file. A spreadsheet runs a text that begins like a formula: such a text gets an apostrophe before it,
  # which is taken off again when it is read back. Numbers stay numbers, and every text comes back as it was.
  #
  #   Cells.out("=1+1")   # => "'=1+1"
  #   Cells.out("-1.5")   # => "-1.5"
  #   Cells.in("'=1+1")   # => "=1+1"
  module Cells
    RUNS = /\A'*[=+\-@\t\r]/ # begins like a formula, or like one that was guarded before
    GUARDED = /\A'(?='*[=+\-@\t\r])/
    NUMBER = /\A[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?\z/
    private_constant :RUNS, :GUARDED, :NUMBER

    module_function

    # value: a number, a text, nil
    def out(value)
      value.is_a?(String) && RUNS.match?(value) && !NUMBER.match?(value) ? "'#{value}" : value
    end

    # text: of a cell, or nil. A guarded text never looks like a number, so that what does is left as it is.
    def in(text) = text.is_a?(String) ? text.sub(GUARDED, "") : text
  end
end
