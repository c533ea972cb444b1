# frozen_string_literal: true

require "csv"
require "json"
require "numo/narray"

module UpperBranch
  module Signals
    # A data log read from CSV: finds the header, knows the columns by their names and units, and gives arrays in the
    # trade's units.
    #
    #   log = LogFile.read(File.open("run.csv")) { |share| puts share }
    #   log["rpm"], log.columns   # Numo::DFloat; {"time" => {name:, unit:}, ...}
    #
    # Blocks of plain numbers are turned at one go, other lines one by one, lines with quotes by the CSV library, which
    # alone would take minutes for a long log.
    # Raises Invalid naming row and column.
    class LogFile
      LIMIT = 50 * 1024 * 1024 # bytes
      BLOCK = 1 << 20 # bytes read at a time
      SEEK = 40 # lines in which the header must stand
      LINE = 1 << 16 # bytes of one line; a logger's lines are far shorter, and what is longer is no log
      WIDTH = 500 # columns
      TOLERATED = 0.02 # share of lines that may be unreadable before the file is refused
      attr_reader :columns, :rows, :skipped

      # io: an open file; the block is given the share read so far, now and then.
      def self.read(io, &block)
        new(io).tap { |log| log.send(:load, &block) }
      end

      def initialize(io)
        @io = io
        raise Invalid.new("file", "The file is larger than 50 MB: cut it to the part that matters") if io.size > LIMIT
        raise Invalid.new("file", "The file is empty") if io.eof?
      end

      # Numo::DFloat of a column, or nil.
      def [](name)
        @data[name]
      end

      # Seconds from the first row to the last.
      def duration
        self["time"][-1] - self["time"][0]
      end

      private

      def load(&)
        find_header
        fill(&)
        check_time
      end

      def find_header
        SEEK.times do
          line = next_line or break
          line = line.dup.force_encoding("UTF-8").scrub("").delete_prefix("\uFEFF")
          @separator = [",", ";", "\t"].max_by { |mark| line.count(mark) }
          names = cells(line)
          if names.size > WIDTH
            raise Invalid.new(
              "row #{@line}",
              "This line has #{names.size} columns and a log at most #{WIDTH}: is this a log?"
            )
          end

          @places = LogColumns.recognized(names, @line)
          next unless @places.key?("time") && @places.size > 1

          return @columns = @places.transform_values { |place| place.slice(:name, :unit) }
        end
        raise Invalid.new(
          "row 1",
          "No header found in the first #{SEEK} lines: " \
          "name the columns, time and at least one of #{(LogColumns::KNOWN.keys - ['time']).join(', ')}"
        )
      end

      def next_line
        line = @io.gets("\n", LINE + 1) or return
        @line = (@line || 0) + 1
        if line.bytesize > LINE
          raise Invalid.new("row #{@line}", "This line is longer than #{LINE / 1024} KB: is this a log?")
        end

        line
      end

      def cells(line)
        line.include?('"') ? CSV.parse_line(line.chomp, col_sep: @separator) : line.chomp.split(@separator)
      rescue CSV::MalformedCSVError
        []
      end

      def fill(&block)
        @names = @places.keys
        @index = @names.map { |name| @places[name][:index] }
        @parts = []
        @rows = @skipped = 0
        while (block_of_lines = @io.read(BLOCK))
          block_of_lines << @io.gets("\n", LINE).to_s unless block_of_lines.end_with?("\n")
          @parts << (plain(block_of_lines) || line_by_line(block_of_lines))
          block&.call(@io.pos.to_f / @io.size)
        end
        raise Invalid.new("file", "There is a header but no rows of numbers under it") if @rows < 3

        data = Numo::NArray.hstack(@parts.reject { |part| part.shape[1].zero? })
        @parts = nil
        @data = @names.each_with_index.to_h { |name, k| [name, data[k, true] * @places[name][:factor]] }
      end

      # A block in which every line has the same number of plain numbers, read at one go as one long JSON array, the
      # quickest parser of numbers at hand: DFloat [columns, rows], or nil when it is not that plain.
      def plain(text)
        return if @separator != "," || text.count("^-+0-9.eE,\n\r").positive?

        count = text.chomp.count("\n") + 1
        width = text.each_line.first.to_s.count(",") + 1
        cells = JSON.parse("[#{text.delete("\r").tr("\n", ',').delete_suffix(',')}]")
        return unless cells.size == count * width && width > @index.max && same_width?(text, width)

        values = Numo::DFloat.cast(cells).reshape(count, width)
        return unless values[true, @index].isfinite.all?

        @line += count
        @rows += count
        Numo::NArray.vstack(@index.map { |i| values[true, i] })
      rescue JSON::ParserError
        nil
      end

      # Every hundredth line is looked at; one that differs sends the whole block to be read line by line.
      def same_width?(text, width)
        text.each_line.with_index.all? { |line, i| (i % 100).positive? || line.count(",") == width - 1 }
      end

      def line_by_line(text)
        lists = @names.map { [] }
        text.each_line do |line|
          @line += 1
          next skip([], @index.first) if line.bytesize > LINE

          cells = line.include?('"') ? cells(line) : line.split(@separator)
          take(cells, @index, lists, @separator != ",") unless cells.size <= 1 && cells.first.to_s.strip.empty?
        end
        Numo::DFloat.cast(lists).then { |values| values.ndim == 2 ? values : Numo::DFloat.zeros(@names.size, 0) }
      end

      def take(cells, index, lists, comma)
        values =
          index.map do |i|
            cell = cells[i] or return skip(cells, i)
            cell = cell.tr(",", ".") if comma && cell.include?(",")
            finite(Float(cell))
          end
        values.each_with_index { |value, k| lists[k] << value }
        @rows += 1
      rescue ArgumentError, TypeError
        skip(cells, index.find { |i| !number?(cells[i]) })
      end

      # A number beyond all measure is as good as none.
      def finite(value)
        value.finite? ? value : raise(ArgumentError, "not finite")
      end

      def number?(cell)
        finite(Float(cell.to_s.tr(",", ".")))
        true
      rescue ArgumentError
        false
      end

      # A few broken lines (a logger that stumbled) are passed over and counted; many stop the reading at the first.
      def skip(cells, index)
        @skipped += 1
        @broken ||= [@line, @places.values.find { |place| place[:index] == index }&.fetch(:name), cells[index.to_i]]
        return unless @skipped > 20 && @skipped > TOLERATED * (@rows + @skipped)

        line, name, cell = @broken
        shown = cell.nil? ? "nothing" : cell.strip[0, 40].inspect
        raise Invalid.new(
          "row #{line}, column #{name}",
          "#{shown} is no number in #{name}; too many lines are like this to go on"
        )
      end

      def check_time
        step = self["time"][1..] - self["time"][0...-1]
        return if (step <= 0).count < 0.01 * step.size && duration.positive?

        raise Invalid.new(
          "column #{@places['time'][:name]}",
          "Time does not run forward: is this the right column, or are two logs joined?"
        )
      end
    end
  end
end
