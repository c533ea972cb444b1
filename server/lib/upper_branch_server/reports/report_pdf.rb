# frozen_string_literal: true

module UpperBranchServer
  module Reports
    # The report of a job on paper: the blocks of UpperBranch::Views::Report, in their order, one or two pages for a
    # customer.
    #
    #   ReportPdf.new(report, pictures).render   # => "%PDF-1.3 ...", bytes
    class ReportPdf < Paper
      PICTURE = 170 # points, the height of a photo
      CURVE = 110 # points, the height of a curve

      # report: as Views::Report gives it, with begun and last (Time or text); pictures: {photo id => JPEG}
      def initialize(report, pictures = {})
        @report = report
        @pictures = pictures
        super(report[:title])
      end

      def render
        heading
        blocks
        photos
        bench if @report[:bench]
        feet(@report[:footer])
        @pdf.render
      end

      private

      def heading
        machine = @report[:machine]
        dim([machine[:called], machine[:family], days].compact.join("  ·  "))
        @pdf.text @report[:title], size: 20, style: :bold, leading: 0
        @pdf.move_down 6
        boxed(@report[:outcome][:says])
      end

      def days
        days = @report.values_at(:begun, :last).compact.map { |at| Time.parse(at.to_s).strftime("%-d %B %Y") }
        days.uniq.join(" to ") if days.any?
      end

      def blocks
        block("What was complained of", @report[:complaint]) { |row| line(complaint(row)) }
        block("What was found", @report[:found]) { |row| found(row) }
        section
        block("What was done", @report[:done]) { |row| done(row) }
        settings
        compared
        block("How it was shown", [@report[:shown]].reject(&:empty?)) { |rows| line(shown(rows)) }
        block("What was left, and why", @report[:left_open]) { |row| line("#{row[:name]}: #{row[:reason]}") }
        block("So that it stays away", @report[:keep]) { |row| line(row) }
        block("Due again", [due].compact) { |row| line(row) }
      end

      # The section with what was found wrong on it, where something was.
      def section
        svg = @report[:section][:parts].any? && SectionSvg.of(@report[:section]) or return
        drawing(svg, @pdf.bounds.width * 0.55)
        dim("Filled: #{@report[:section][:parts].join(', ')}. A schematic, not to scale.")
      end

      def due
        day = @report[:due_on] && "On #{Date.parse(@report[:due_on]).strftime('%-d %B %Y')}."
        [day, @report[:due]].compact.join(" ") if @report[:due]
      end

      def complaint(row) = [row[:says], *("(#{row[:when].join(', ')})" if row[:when].any?)].join(" ")

      def found(row)
        @pdf.formatted_text [{ text: "#{[row[:fault], row[:place]].compact.join(', ')}. ", styles: [:bold] },
                             { text: row[:why].to_s }]
        dim("Seen: #{row[:says]}")
      end

      def done(row)
        @pdf.formatted_text [{ text: "#{[row[:name], row[:place]].compact.join(', ')} ", styles: [:bold] },
                             { text: row[:text].to_s }]
        row[:left].each { |one| dim(left(one)) }
        dim("Not done: #{row[:undone].join(' ')}") if row[:undone].any?
      end

      def shown(rows) = rows.map { |row| "#{row[:name]}: #{row[:done] ? 'shown' : 'not yet'}" }.join("  ·  ")

      def left(one)
        value = UpperBranch::Measuring::Words.number(one[:value])
        wanted = one[:wanted] && "(wanted #{one[:wanted]})"
        ["#{one[:name]}: left at #{value}", one[:unit], wanted].compact.join(" ")
      end

      # Three columns: check, before, after.
      def compared
        return if @report[:compared].empty?

        head = { name: "Check", before: "Before", after: "After", color: DIM }
        block("Before and after", [head, *@report[:compared]]) do |row|
          columns([row[:name], row[:before], row[:after]], row[:color] || (row[:right] ? LEAF : RUST))
        end
      end

      # As found, as left, and the curve of each setting loop.
      def settings
        block("What was set", @report[:settings]) do |row|
          @pdf.start_new_page if row[:curve] && @pdf.cursor < CURVE + 60
          @pdf.formatted_text [{ text: "#{row[:name]}#{' (not settled yet)' unless row[:settled]}. ", styles: [:bold] },
                               { text: "#{row[:rounds]} rounds." }]
          dim("As found: #{row[:found]}")
          dim("As left: #{row[:left]}")
          plots([["Before", row[:before]], ["After", row[:curve]]])
        end
      end

      # Curves side by side, each under its name; one alone needs none.
      def plots(named)
        curves = named.select(&:last)
        top = @pdf.cursor
        wide = @pdf.bounds.width / 2
        lowest = curves.each_with_index.map do |(name, curve), i|
          @pdf.bounding_box([i * wide, top], width: wide - 16) do
            dim(name) if curves.size > 1
            Plot.new(curve, width: wide - 24, height: CURVE).draw(@pdf)
          end
          @pdf.cursor
        end.min
        @pdf.move_cursor_to(lowest) if lowest
      end

      # Two photos in a row, each over what it shows; one whose picture is not here is told of.
      def photos
        rows = @report[:photos].each_slice(2).to_a
        return if rows.empty?

        @pdf.start_new_page if @pdf.cursor < PICTURE + 80
        block("Photos", rows) do |row|
          @pdf.start_new_page if @pdf.cursor < PICTURE + 40
          top = @pdf.cursor
          lowest = row.each_with_index.map { |photo, i| photo(photo, top, i) }.min
          @pdf.move_cursor_to lowest
        end
      end

      # The height it ends at.
      def photo(row, top, column)
        wide = @pdf.bounds.width / 2
        picture = @pictures[row[:photo]]
        @pdf.bounding_box([column * wide, top], width: wide - 10) do
          picture ? @pdf.image(StringIO.new(picture), fit: [wide - 10, PICTURE]) : dim("This picture is not here yet.")
          dim([row[:caption], row[:shows]].compact.join("  ·  "))
        end
        @pdf.cursor
      end

      def bench
        bench = @report[:bench]
        block("Everything entered (#{@report[:minutes]} bench minutes)", bench[:told]) do |row|
          row[:struck] ? dim("#{row[:says]} (struck out)") : line(row[:says])
        end
        block("What came off", bench[:parts]) { |row| line(part(row)) }
        block("What was cleared", bench[:cleared]) { |row| line(cleared(row)) }
        block("The branch", [bench[:circuits]]) { |row| drawing(BranchSvg.of(row), @pdf.bounds.width) }
        block("Still suspected", bench[:suspects]) { |row| line("#{row[:name]} #{(100 * row[:probability]).round} %") }
        block("Limits of this job", bench[:limits]) { |row| line(limit(row)) }
      end

      def limit(row) = "#{row[:name]}: #{Array(row[:cuts]).join(' to ')} #{row[:unit]} (#{row[:source]})"

      def cleared(row)
        "#{[row[:name], row[:place]].compact.join(', ')}: found #{row[:found]}, left #{row[:left]}"
      end

      def part(row)
        notes = row[:notes].map { |note| "#{note[:name]} #{note[:text]}" }
        [row[:name], row[:place], *notes, row[:back] ? "back on" : "off"].compact.join(", ")
      end
    end
  end
end
