# frozen_string_literal: true

require "psych"

# A request for every route of server/openapi.yml, made from its schema: what is well-formed, though it need not mean
# anything. Those of good_requests.yml mean something; these leave no route out.
#
#   ContractRequests.new(Random.new(1)).all   # => [["POST", "/api/v1/jobs", {"id" => ...}], ...]
class ContractRequests
  PATH = File.expand_path("../server/openapi.yml", __dir__)
  METHODS = %w[get post put delete patch].freeze
  VALUES = { "id" => "{job}", "code" => "ABCD-EFGH-JKLM", "photo" => "{id}", "entry" => "{id}" }.freeze

  def initialize(random)
    @random = random
    @document = Psych.safe_load_file(PATH)
  end

  def all
    @document["paths"].flat_map do |path, row|
      row.slice(*METHODS).map { |method, operation| [method.upcase, filled(path), body(operation)] }
    end
  end

  # Paths and methods of the contract: ["POST /api/v1/jobs", ...]
  def routes
    @document["paths"].flat_map { |path, row| row.slice(*METHODS).keys.map { |one| "#{one.upcase} #{path}" } }
  end

  private

  def filled(path) = path.gsub(/\{(\w+)\}/) { VALUES.fetch(Regexp.last_match(1), "car-one") }

  def body(operation)
    schema = operation.dig("requestBody", "content", "application/json", "schema") and sample(schema, 0)
  end

  def sample(schema, depth)
    schema = resolved(schema)
    return schema["enum"].compact.sample(random: @random) if schema["enum"]
    return combined(schema, depth) if schema["allOf"] || schema["anyOf"] || schema["oneOf"]

    of_type(schema, depth)
  end

  def of_type(schema, depth)
    case schema["type"]
    when "object" then object(schema, depth)
    when "array" then if depth > 6
                        []
                      else
                        Array.new([schema.fetch("minItems", 1), 1].max) do
                          sample(schema["items"] || {}, depth + 1)
                        end
                      end
    when "integer" then whole(schema)
    when "number" then whole(schema) + 0.5
    when "boolean" then @random.rand < 0.5
    else text(schema)
    end
  end

  def resolved(schema)
    name = schema["$ref"] or return schema
    resolved(@document.dig(*name.delete_prefix("#/").split("/")))
  end

  def combined(schema, depth)
    if schema["allOf"]
      return schema["allOf"].map do |one|
        sample(one, depth)
      end.reduce { |all, one| all.is_a?(Hash) ? all.merge(one) : one }
    end

    sample((schema["anyOf"] || schema["oneOf"]).sample(random: @random), depth)
  end

  def object(schema, depth)
    wanted = schema["required"] || []
    picked = (schema["properties"] || {}).select do |name, _|
      wanted.include?(name) || (depth < 5 && @random.rand < 0.4)
    end
    made = picked.to_h { |name, one| [name, sample(one, depth + 1)] }
    more = schema["additionalProperties"]
    made.empty? && more.is_a?(Hash) ? { "pump-shot" => sample(more, depth + 1) } : made
  end

  def whole(schema) = schema.fetch("minimum", 0) + @random.rand(3)

  def text(schema)
    case schema["format"]
    when "uuid" then "{id}"
    when "date-time" then "2026-12-01T10:00:00.000Z"
    else if schema["pattern"].to_s.include?("\\h{8}")
           "{id}"
         else
           %w[pump-shot car-one hesitation
              x].sample(random: @random)
         end
    end
  end
end
