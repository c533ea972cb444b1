# frozen_string_literal: true

module UpperBranchServer
  # What a request asks for, read and judged by its shape: body, address, parameters. Helpers of the routes.
  module Asked
    LIMIT = 262_144 # bytes of a request body
    UUID = /\A\h{8}-\h{4}-\h{4}-\h{4}-\h{12}\z/

    # The body as it is. Raises Problem 413 beyond limit (bytes).
    def sent_bytes(limit)
      bytes = request.body&.read(limit + 1) || ""
      return bytes.b if bytes.bytesize <= limit

      raise Problem.new(413, "too-large", "Too large", "At most #{limit / 1_000_000} MB can be sent here.")
    end

    def body_as(schema, limit = LIMIT)
      RequestBody.read(request.body, limit).tap { |data| settings.contract.check(schema, data) }
    end

    # A body with entries, none of them twice.
    def entries_as(schema)
      data = body_as(schema)
      ids = data["entries"].map { |entry| entry["id"] }
      twice = ids.each_index.find { |i| ids.index(ids[i]) < i } or return data
      raise Problem.invalid("entries/#{twice}/id", "Two entries of this request have the same id: give each its own")
    end

    # A parameter of the address that is one word; nil when it is not given. Raises Problem 422 for a list or a table of
    # them.
    def word(name)
      value = params[name]
      return value if value.nil? || value.is_a?(String)

      raise Problem.invalid(name, "#{name}: give it once")
    end

    def job_id
      id = word("id").to_s.downcase
      id.match?(UUID) ? id : raise(Problem.not_found)
    end

    def board_question
      state = word("state") || "open"
      from = word("from") || "0"
      waits = (word("waits") || "").split(",")
      known = Store::Board::STATES
      raise Problem.invalid("state", "state: one of #{known.join(', ')}") unless known.include?(state)
      raise Problem.invalid("from", "from: a whole number from 0") unless from.match?(/\A\d{1,9}\z/)
      raise Problem.invalid("waits", "waits: at most 20 words") if waits.size > 20

      { state: state, waits: waits, text: (word("q") || "")[0, 200], from: from.to_i }
    end
  end
end
