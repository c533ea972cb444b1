# frozen_string_literal: true

module UpperBranchServer
  module Projections
    # One version of a job, traced: json, the trace as it is sent; struck: ids of the entries struck out; row: what the
    # board shows; words: by which it is found; machine: {called, family}, called nil where the shop has no name for it.
    Traced = Struct.new(:json, :struck, :row, :words, :machine, keyword_init: true) do
      # About what it takes in memory.
      def bytes = json.bytesize + 2000
    end
  end
end
