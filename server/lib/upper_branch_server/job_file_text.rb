# frozen_string_literal: true

module UpperBranchServer
  # The text of a job's file, judged by the contract: each entry of the shape that its kind has.
  #
  #   JobFileText.new(contract).read(text)   # => {"id" =>, "title" =>, "entries" => [...]}
  #
  # Raises Problem 400, 413, 422 that names the entry.
  class JobFileText
    LIMIT = 5_000_000 # bytes

    def initialize(contract)
      @contract = contract
    end

    def read(text)
      data = RequestBody.read(StringIO.new(text), LIMIT)
      @contract.check("JobFile", data)
      data["entries"].each_with_index { |entry, i| look(entry, i) }
      once(data["entries"].map { |entry| entry["id"] })
      data
    end

    private

    def once(ids)
      twice = ids.each_index.find { |i| ids.index(ids[i]) < i } or return
      raise Problem.invalid("entries/#{twice}/id", "Entry #{twice + 1} has the id of an earlier one: each has its own")
    end

    def look(entry, index)
      @contract.check("NewEntry", entry.except("at"))
    rescue Problem => e
      field = e.body[:errors].first[:field]
      raise Problem.invalid("entries/#{index}/#{field}", "Entry #{index + 1}: #{e.body[:detail]}")
    end
  end
end
