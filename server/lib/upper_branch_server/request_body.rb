# frozen_string_literal: true

require "json"

module UpperBranchServer
  # The JSON of a request, read safely: not too long, UTF-8, JSON, and nothing in it that no database or reader could
  # keep (NUL, half characters, numbers beyond all measure).
  #
  #   RequestBody.read(io, 262_144)   # => {"title" => ...}
  #
  # Raises Problem 400 (not readable), 413 (too large), 422 (names the field).
  module RequestBody
    NESTING = 20
    WHOLE = 2**53 # beyond this whole numbers are no longer exact in a browser

    module_function

    def read(io, limit)
      text = (io&.read(limit + 1) || "").dup
      raise Problem.new(413, "too-large", "Too large", "A request is at most #{limit} bytes.") if text.bytesize > limit

      data = parse(text.force_encoding("UTF-8"))
      look_through(data, [])
      data
    end

    def parse(text)
      raise Problem.unreadable("", "The request is not text in UTF-8.") unless text.valid_encoding?
      raise Problem.unreadable("", "The request is empty: send JSON.") if text.strip.empty?

      JSON.parse(text, max_nesting: NESTING)
    rescue JSON::ParserError, EncodingError, ArgumentError
      raise Problem.new(
        400,
        "not-json",
        "Not JSON",
        "The request could not be read as JSON.",
        errors: [{ field: "", detail: "Not JSON, or not in UTF-8." }]
      )
    end

    # path: where in the document, for naming the field
    def look_through(value, path)
      case value
      when Hash then value.each { |key, part| look_through_pair(key, part, path) }
      when Array then value.each_with_index { |part, i| look_through(part, path + [i]) }
      when String then keepable(value, path)
      when Float then refuse(path, "this number is too large") unless value.finite?
      when Integer then refuse(path, "this number is too large") if value.abs > WHOLE
      end
    end

    def look_through_pair(key, part, path)
      keepable(key, path)
      look_through(part, path + [key])
    end

    def keepable(text, path)
      return unless !text.valid_encoding? || text.include?("\0")

      refuse(path, "this text holds a character that cannot be stored: type it again")
    end

    def refuse(path, words)
      field = path.join("/")
      raise Problem.invalid(field, "#{field.empty? ? 'The request' : field}: #{words}.")
    end
  end
end
