# frozen_string_literal: true

require "json_schemer"
require "psych"

module UpperBranchServer
  # server/openapi.yml as the judge of what comes in: shape first, meaning later in the core.
  class Contract
    PATH = File.join(ROOT, "server", "openapi.yml").freeze

    def initialize
      # By ECMA's rules ^ and $ are ends of the text, not of a line.
      @document = JSONSchemer.openapi(Psych.safe_load_file(PATH), regexp_resolver: "ecma")
      @schemas = Hash.new { |known, name| known[name] = @document.schema(name) }
    end

    # Raises Problem 422 naming the field. schema: name under components/schemas
    def check(schema, data)
      error = @schemas[schema].validate(data).first or return
      field = [error["data_pointer"], *("kind" if error["type"] == "discriminator")].join("/").delete_prefix("/")
      raise Problem.invalid(field, "#{field.empty? ? 'The request' : field}: #{plain(error)}")
    end

    private

    def plain(error)
      case error["type"]
      when "required"
        "#{error.dig('details', 'missing_keys')&.join(', ')} is missing"
      when "discriminator"
        "one of #{error['schema']['discriminator']['mapping'].keys.join(', ')}"
      when "schema"
        "is not known here; leave it out"
      else
        error["error"].sub(/\Avalue at `[^`]*` /, "").sub("value at root ", "")
      end
    end
  end
end
