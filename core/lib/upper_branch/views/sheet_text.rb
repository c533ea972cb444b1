# frozen_string_literal: true

module UpperBranch
  module Views
    # A work sheet as plain text, for a terminal or a printer.
    class SheetText
      WIDTH = 100

      # sheet: as Views::Sheet gives it
      def initialize(sheet)
        @sheet = sheet
      end

      def to_s
        [heading, listed("Cautions", cautions), listed("Parts", @sheet[:parts]), listed("Tools", @sheet[:tools]),
         *sections, schools, choices, left, proof, wrapped("So that it stays away: #{@sheet[:avoid]}")]
          .compact.join("\n\n")
      end

      private

      def heading
        where = [@sheet[:machine], @sheet[:family]].compact.join(", ")
        ["#{@sheet[:name]} - #{where}, about #{@sheet[:minutes]} min with the part in reach", @sheet[:purpose]]
          .map { |line| wrapped(line) }.join("\n")
      end

      def cautions = @sheet[:cautions].map { |row| "#{row[:name]}: #{row[:caution]}" }

      def sections
        number = 0
        @sheet[:sections].map do |section|
          ["#{section[:name]}:", *section[:steps].map { |step| step_text(step, number += 1) }].join("\n")
        end
      end

      def step_text(step, number)
        named = step[:hazards].map { |id| @sheet[:cautions].find { |row| row[:id] == id }[:name] }
        after = [step[:stop] && "Right when: #{step[:stop]}", step[:check] && "Check: #{step[:check][:name]}",
                 named.any? ? "Caution: #{named.join(', ')}" : nil,
                 step[:note].any? ? "Write down: #{step[:note].map { |row| row[:name] }.join(', ')}" : nil].compact
        [wrapped("#{number}. #{step[:do]}", 2), *after.map { |line| wrapped(line, 6) }].join("\n")
      end

      def schools
        rows = @sheet[:schools].map { |row| "#{row[:name]}: #{row[:chosen][:name]} (#{row[:chosen][:why]})" }
        listed("This shop's way", rows)
      end

      def choices = listed("Choices", @sheet[:choices].map { |row| "#{row[:name]}: #{row[:do]} #{row[:costs]}" })

      def left
        rows = @sheet[:left].map do |row|
          "#{[row[:name], row[:unit]].compact.join(', ')}: ______ (#{row[:wanted] || "the maker's figure"})"
        end
        listed("As left", rows)
      end

      def proof = listed("Shown after it", @sheet[:proof].map { |row| row[:name] })

      def listed(title, rows)
        "#{title}:\n#{rows.map { |row| wrapped("- #{row}", 2) }.join("\n")}" if rows.any?
      end

      def wrapped(text, indent = 0)
        text.gsub(/(.{1,#{WIDTH - indent}})(\s+|\z)/, "#{' ' * indent}\\1\n").chomp
      end
    end
  end
end
