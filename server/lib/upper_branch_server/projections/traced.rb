# frozen_string_literal: true

module UpperBranchServer
  module Projections
    # One version of a job, traced: json, the trace as it is sent; struck: ids of the entries struck out; row: what the
    # board shows.
    Traced = Struct.new(:json, :struck, :row, keyword_init: true) do
      # About what it takes in memory.
      def bytes = json.bytesize + 2000
    end
  end
end
