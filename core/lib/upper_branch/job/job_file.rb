# frozen_string_literal: true

require "json"
require "json_schemer"
require "psych"

module UpperBranch
  class Job
    # A job as a file (docs/formats/job.schema.json), JSON or YAML, turned into entries.
    #
    #   Job::JobFile.job(catalogue, File.read("job.yml"))   # => Job
    #
    # Raises Invalid with the place in the file and what to do.
    module JobFile
      SCHEMA = ::File.expand_path("../docs/formats/job.schema.json", ROOT).freeze
      LIMIT = 1_000_000 # bytes
      NESTING = 12 # of lists and maps in one another; a job has six

      def self.job(catalogue, text)
        entries(read(text)).reduce(Job.new(catalogue, [], record: true)) do |job, (place, entry)|
          job.with(entry)
        rescue Invalid => e
          raise Invalid.new("#{place}/#{e.field}", e.message)
        end
      end

      # Parsed and checked against the schema: hash
      def self.read(text)
        raise Invalid.new("", "The file is larger than #{LIMIT} bytes") if text.bytesize > LIMIT

        data = parse(text)
        error = schema.validate(data).first
        raise Invalid.new(error["data_pointer"].delete_prefix("/"), error["error"]) if error

        data
      end

      # [[place in the file, entry], ...] in the order things happened.
      def self.entries(data)
        rows = [["machine", "machine", data["machine"]]]
        repairs = data["repairs"] || []
        (0..repairs.size).each do |round|
          rows += seen(data, round)
          next unless repairs[round]

          rows << [
            "repairs/#{round}",
            "repair",
            { "repair" => repairs[round]["id"], **repairs[round].slice("faults", "place", "left", "undone") }
          ]
        end
        rows += (data["waived"] || []).each_with_index.map { |row, i| ["waived/#{i}", "waive", row] }
        parts(data, rows)
        rows += (data["cleared"] || []).each_with_index.map { |row, i| ["cleared/#{i}", "cleared", row] }
        rows << ["state", "state", data["state"]] if data["state"]
        too_late(data, repairs.size)
        rows.each_with_index.map do |(place, kind, body), i|
          [place, { "id" => (i + 1).to_s, "kind" => kind, "data" => body }]
        end
      end

      # YAML is gone through first for how deep it is: a reader that builds what it reads would take minutes over some
      # hundred thousand brackets.
      def self.parse(text)
        return JSON.parse(text, max_nesting: NESTING) if text.lstrip.start_with?("{")

        Psych::Parser.new(Depth.new(NESTING)).parse(text)
        Psych.safe_load(text)
      rescue JSON::NestingError
        raise Invalid.new("", Depth::SAYS)
      rescue JSON::ParserError, Psych::Exception => e
        raise Invalid.new("", "The file is neither JSON nor YAML: #{e.message.lines.first.strip}")
      end

      # Counts lists and maps in one another while YAML is read. Raises Invalid.
      class Depth < Psych::Handler
        SAYS = "Lists and maps stand in one another more than #{NESTING} deep: a job's file has six".freeze

        def initialize(most)
          super()
          @most = most
          @now = 0
        end

        def start_sequence(*) = deeper
        def start_mapping(*) = deeper
        def end_sequence = @now -= 1
        def end_mapping = @now -= 1

        private

        def deeper
          @now += 1
          raise Invalid.new("", SAYS) if @now > @most
        end
      end
      private_constant :Depth

      def self.schema
        @schema ||= JSONSchemer.schema(JSON.parse(::File.read(SCHEMA)), regexp_resolver: "ecma")
      end

      # What was seen and done between two repairs.
      def self.seen(data, round)
        symptoms(data, round) + plain(data, "conditions", "condition", round) +
          plain(data, "passed_over", "passed_over", round) + checks(data, round) +
          plain(data, "recreated", "recreate", round) + plain(data, "trials", "trial", round) +
          plain(data, "tasks", "task", round) + plain(data, "settings", "setting", round)
      end

      def self.symptoms(data, round)
        rows(data, "symptoms", round) do |row|
          ["symptom", { "symptom" => row["id"], "seen" => row["seen"] || "present", "when" => row["when"] || [],
                        "asked" => row["asked"], "logged" => row["logged"] }.compact]
        end
      end

      # Rows that stand in the file as they stand in a job.
      def self.plain(data, section, kind, round)
        rows(data, section, round) { |row| [kind, row.except("after_repair")] }
      end

      # What came off, and what of it is back on.
      def self.parts(data, rows)
        (data["parts"] || []).each_with_index do |row, i|
          rows << ["parts/#{i}", "removed", row.except("back")]
          rows << ["parts/#{i}", "refitted", { "entry" => rows.size.to_s }] if row["back"]
        end
      end

      def self.checks(data, round)
        rows(data, "checks", round) do |row|
          [
            "check",
            {
              "check" => row["id"],
              "outcomes" => row["outcomes"] || row["outcome"]&.then { |word| [word] },
              "reading" => row["reading"],
              "reported" => row["reported"],
              "place" => row["place"]
            }.compact
          ]
        end
      end

      def self.rows(data, section, round)
        (data[section] || []).each_with_index.select { |row,| (row["after_repair"] || 0) == round }
                             .map { |row, i| ["#{section}/#{i}", *yield(row)] }
      end

      def self.too_late(data, repairs)
        %w[symptoms conditions passed_over checks recreated trials tasks settings].each do |section|
          (data[section] || []).each_with_index do |row, i|
            next if (row["after_repair"] || 0) <= repairs

            raise Invalid.new("#{section}/#{i}/after_repair", "Only #{repairs} repairs are listed")
          end
        end
      end
      private_class_method :parse, :schema, :seen, :symptoms, :plain, :checks, :parts, :rows,
                           :too_late
    end
  end
end
