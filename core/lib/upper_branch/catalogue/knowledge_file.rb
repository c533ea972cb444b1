# frozen_string_literal: true

require "json"
require "json_schemer"
require "psych"

module UpperBranch
  class Catalogue
    # One YAML file of the trade, read, checked against its JSON Schema, and able to say on which line a record stands.
    class KnowledgeFile
      attr_reader :path, :data

      # path: absolute; name: shown in messages; schema: hash (JSON Schema 2020-12)
      def initialize(path, name, schema)
        @path = path
        @name = name
        @schema = schema
        parse
      end

      # Array of "file:line: reason"; empty when the file keeps to its schema.
      def problems
        return [@syntax] if @syntax

        JSONSchemer.schema(@schema, regexp_resolver: "ecma").validate(@data).first(20).map do |error|
          at(error["data_pointer"], "#{label(error['data_pointer'])}#{error['error']}")
        end
      end

      # "file:line: reason" for the record at a JSON pointer.
      def at(pointer, reason)
        "#{@name}:#{line(pointer)}: #{reason}"
      end

      private

      def parse
        text = File.read(@path)
        @document = Psych.parse(text)
        @data = Psych.safe_load(text, aliases: true)
      rescue Psych::Exception => e
        @syntax = "#{@name}:#{e.respond_to?(:line) ? e.line : 1}: not readable as YAML: #{e.message}"
      end

      def label(pointer)
        index = pointer[%r{\A(?:/[a-z]+)?/(\d+)}, 1] or return ""
        rows = @data.is_a?(Hash) ? @data[pointer.split("/")[1]] : @data
        id = rows.is_a?(Array) && rows[index.to_i].is_a?(Hash) ? rows[index.to_i]["id"] : nil
        id ? "#{id}: " : ""
      end

      def line(pointer)
        node = @document.root
        pointer.split("/").drop(1).each do |key|
          child = node.mapping? ? value_of(node, key) : node.sequence? && node.children[key.to_i]
          break unless child.respond_to?(:start_line)

          node = child
        end
        node.start_line + 1
      end

      def value_of(node, key)
        node.children.each_slice(2) { |name, value| return value if name.value == key }
        nil
      end
    end
  end
end
