# frozen_string_literal: true

require "prawn"

module UpperBranchServer
  module Reports
    # The report of a job on paper: the blocks of UpperBranch::Views::Report, in their order, one or two pages for a
    # customer.
    #
    #   ReportPdf.new(report, pictures).render   # => "%PDF-1.3 ...", bytes
    class ReportPdf
      FONTS = File.join(ROOT, "web", "node_modules", "@expo-google-fonts", "atkinson-hyperlegible-next").freeze
      INK = "1F2A24"
      DIM = "5B655E"
      LEAF = "2F6B3A"
      RUST = "A3231F"
      MARGIN = 46 # points
      GAP = 7
      PICTURE = 170 # points, the height of a photo

      # report: as Views::Report gives it, with begun and last (Time or text); pictures: {photo id => JPEG}
      def initialize(report, pictures = {})
        @report = report
        @pictures = pictures
        @pdf = Prawn::Document.new(page_size: "A4", margin: [MARGIN, MARGIN, MARGIN + 14, MARGIN],
                                   info: { Title: report[:title], Creator: "Upper Branch" })
        @pdf.font_families.update("sans" => { normal: font("400Regular"), bold: font("700Bold") })
        @pdf.font("sans", size: 10)
        @pdf.default_leading = 1
        @pdf.fill_color INK
      end

      def render
        heading
        blocks
        photos
        bench if @report[:bench]
        feet
        @pdf.render
      end

      private

      def font(cut) = File.join(FONTS, cut, "AtkinsonHyperlegibleNext_#{cut}.ttf")

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

      # A line with a bar at its left, as on the screen.
      def boxed(text)
        top = @pdf.cursor
        @pdf.indent(10) { @pdf.text text, size: 12, style: :bold }
        @pdf.fill_color LEAF
        @pdf.fill_rectangle [0, top + 2], 3, top - @pdf.cursor + 2
        @pdf.fill_color INK
      end

      def blocks
        block("What was complained of", @report[:complaint]) do |row|
          line([row[:says], row[:when].any? ? "(#{row[:when].join(', ')})" : nil].compact.join(" "))
        end
        block("What was found", @report[:found]) { |row| found(row) }
        block("What was done", @report[:done]) { |row| done(row) }
        compared
        block("How it was shown", [@report[:shown]].reject(&:empty?)) { |rows| line(shown(rows)) }
        block("What was left, and why", @report[:left_open]) { |row| line("#{row[:name]}: #{row[:reason]}") }
        block("So that it stays away", @report[:keep]) { |row| line(row) }
        block("Due again", [@report[:due]].compact) { |row| line(row) }
      end

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

      def columns(texts, color)
        wide = @pdf.bounds.width / 3
        @pdf.start_new_page if @pdf.cursor < 40
        top = @pdf.cursor
        lowest = texts.each_with_index.map do |text, i|
          @pdf.fill_color(i == 2 ? color : INK)
          @pdf.bounding_box([i * wide, top], width: wide - 8) { @pdf.text text }
          @pdf.cursor
        end.min
        @pdf.fill_color INK
        @pdf.move_cursor_to lowest
      end

      def bench
        bench = @report[:bench]
        block("Everything entered (#{@report[:minutes]} bench minutes)", bench[:told]) do |row|
          row[:struck] ? dim("#{row[:says]} (struck out)") : line(row[:says])
        end
        block("What came off", bench[:parts]) { |row| line(part(row)) }
        block("What was cleared", bench[:cleared]) do |row|
          line("#{[row[:name], row[:place]].compact.join(', ')}: found #{row[:found]}, left #{row[:left]}")
        end
        block("Still suspected", bench[:suspects]) { |row| line("#{row[:name]} #{(100 * row[:probability]).round} %") }
        block("Limits of this job", bench[:limits]) do |row|
          line("#{row[:name]}: #{Array(row[:cuts]).join(' to ')} #{row[:unit]} (#{row[:source]})")
        end
      end

      def part(row)
        notes = row[:notes].map { |note| "#{note[:name]} #{note[:text]}" }
        [row[:name], row[:place], *notes, row[:back] ? "back on" : "off"].compact.join(", ")
      end

      # A heading that never stands alone at the foot of a page, then its rows.
      def block(title, rows)
        return if rows.empty?

        @pdf.start_new_page if @pdf.cursor < 70
        @pdf.move_down GAP
        @pdf.text title, size: 13, style: :bold
        rows.each do |row|
          @pdf.stroke_color "D5D2C5"
          @pdf.stroke_horizontal_rule
          @pdf.move_down 3
          yield row
          @pdf.move_down 2
        end
      end

      def line(text) = @pdf.text(text)

      def dim(text)
        @pdf.fill_color DIM
        @pdf.text text, size: 9.5
        @pdf.fill_color INK
      end

      # On every page: what comes first, and which page it is.
      def feet
        (1..@pdf.page_count).each do |page|
          @pdf.go_to_page(page)
          foot(@report[:footer], :left, @pdf.bounds.width - 60)
          foot("#{page} of #{@pdf.page_count}", :right, @pdf.bounds.width)
        end
      end

      def foot(text, align, width)
        @pdf.fill_color DIM
        @pdf.bounding_box([0, -6], width: width, height: 24) { @pdf.text text, size: 8, align: align }
        @pdf.fill_color INK
      end
    end
  end
end
