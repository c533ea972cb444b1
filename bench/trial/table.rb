# frozen_string_literal: true

module Trials
  # What was looked at against what the tables say.
  class Table
    PAGE = File.expand_path("../../docs/physics.md", __dir__)
    HEAD = File.expand_path("physics.head.md", __dir__)

    def initialize(families)
      @families = families.select { |family| File.file?(Looking.path(family)) }
      @trials = @families.to_h { |family| [family, UpperBranch::Practice::Trial.new(CATALOGUE, family)] }
    end

    # What differs and is not yet judged, most often first.
    def list
      open = pairs.flat_map { |pair| pair[:differences].reject(&:verdict).map { |one| [one, pair] } }
      open.group_by { |one, _| [one.says, one.sign] }.sort_by { |_, rows| -rows.size }.each do |(says, sign), rows|
        puts "#{says} #{sign} (#{rows.size}): #{faults_in(rows.map(&:last))}"
      end
      puts told
    end

    def write
      parts = [File.read(HEAD), "## The outcome", told, counts, "## Fault by family", legend, matrix,
               "## Differences, and how each was judged", differences, "## Without a body", bodiless]
      File.write(PAGE, "#{parts.map(&:strip).join("\n\n")}\n")
      puts told
    end

    # In a sentence.
    def told
      agree = pairs.count { |pair| pair[:differences].empty? }
      settled = pairs.count { |pair| pair[:differences].all?(&:verdict) }
      signs = pairs.sum { |pair| pair[:signs] }
      differ = pairs.sum { |pair| pair[:differences].size }
      "#{pairs.size} pairs of fault and family, #{agree} without any difference (#{share(agree, pairs.size)}), " \
        "#{settled} settled when judged; #{signs} signs looked at, #{differ} differ: " \
        "#{share(signs - differ, signs)} agree."
    end

    private

    def share(part, whole) = "#{(100.0 * part / whole).round(1)} %"

    def counts
      rows = @families.map do |family|
        own = pairs.select { |pair| pair[:family] == family }
        differ = own.sum { |pair| pair[:differences].size }
        signs = own.sum { |pair| pair[:signs] }
        [family, own.size, own.count { |pair| pair[:differences].empty? }, signs, differ, share(signs - differ, signs)]
      end
      table(["family", "faults", "without a difference", "signs", "differ", "agree"], rows)
    end

    def legend
      "A figure is how many signs differ, `=` none, `.` no body on this engine, empty: the machine has no such part."
    end

    def matrix
      by = pairs.to_h { |pair| [[pair[:fault], pair[:family]], pair[:differences].size] }
      rows = CATALOGUE.faults.map(&:id).filter_map do |fault|
        cells = @families.map do |family|
          next "" unless @trials[family].faults.include?(fault)

          number = by[[fault, family]]
          number.nil? ? "." : { 0 => "=" }.fetch(number, number.to_s)
        end
        [fault, *cells] if cells.any? { |cell| cell.match?(/[=0-9]/) }
      end
      table(["fault", *@families], rows)
    end

    def differences
      found = pairs.flat_map { |pair| pair[:differences].map { |one| [one, pair] } }
      found.group_by { |one, _| [one.verdict || "open", one.because || "Not judged."] }
           .sort_by { |_, rows| -rows.size }
           .map { |(verdict, because), rows| "- **#{verdict}**: #{because} #{signs_in(rows)}." }.join("\n")
    end

    def signs_in(rows)
      rows.group_by { |one, _| [one.sign, one.says] }.sort_by { |_, list| -list.size }
          .map { |(sign, says), list| "#{sign} #{says} (#{faults_in(list.map(&:last))})" }.join("; ")
    end

    def faults_in(pairs)
      pairs.group_by { |pair| pair[:fault] }
           .map { |fault, list| "#{fault}#{" x#{list.size}" if list.size > 1}" }.join(", ")
    end

    def bodiless
      rows = CATALOGUE.faults.map(&:id).filter_map do |fault|
        because = CATALOGUE.book.broken.row(fault)["no_body"]
        [because, fault] if because
      end
      rows.group_by(&:first).map { |because, list| "- #{list.map(&:last).join(', ')}: #{because}." }.join("\n")
    end

    def table(head, rows)
      [head, ["---"] * head.size, *rows].map { |row| "| #{row.join(' | ')} |" }.join("\n")
    end

    def pairs
      @pairs ||= @families.flat_map do |family|
        kept = JSON.parse(File.read(Looking.path(family)))
        kept["looked"].map do |fault, looked|
          seen = @trials[family].seen(looked, kept["healthy"])
          { family: family, fault: fault, signs: seen.count { |_, at| at.any? { |one| !one.nil? } },
            differences: @trials[family].differences(fault, seen) }
        end
      end
    end
  end
end
