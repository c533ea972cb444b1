# frozen_string_literal: true

require "prawn"
require "prawn-svg"

module UpperBranchServer
  module Reports
    # A sheet of paper in the product's own letters: headings, lines, columns, and what stands at the foot of each page.
    class Paper
      FONTS = File.join(ROOT, "web", "node_modules", "@expo-google-fonts", "atkinson-hyperlegible-next").freeze
      INK = "1F2A24"
      DIM = "5B655E"
      LEAF = "2F6B3A"
      RUST = "A3231F"
      MARGIN = 46 # points
      GAP = 7

      # title: in the file's own description
      def initialize(title)
        @pdf = Prawn::Document.new(page_size: "A4", margin: [MARGIN, MARGIN, MARGIN + 14, MARGIN],
                                   info: { Title: title, Creator: "Upper Branch" })
        @pdf.font_families.update("sans" => { normal: font("400Regular"), bold: font("700Bold") })
        @pdf.font("sans", size: 10)
        @pdf.default_leading = 1
        @pdf.fill_color INK
      end

      private

      def font(cut) = File.join(FONTS, cut, "AtkinsonHyperlegibleNext_#{cut}.ttf")

      # A line with a bar at its left, as on the screen.
      def boxed(text)
        top = @pdf.cursor
        @pdf.indent(10) { @pdf.text text, size: 12, style: :bold }
        @pdf.fill_color LEAF
        @pdf.fill_rectangle [0, top + 2], 3, top - @pdf.cursor + 2
        @pdf.fill_color INK
      end

      # An SVG as vectors, so wide; on a new page where this one has no room for it. share: its height over its width
      def drawing(svg, width)
        height = width * tall(svg)
        @pdf.start_new_page if @pdf.cursor < height + 30
        @pdf.svg(svg, width: width, position: :left, fallback_font_name: "sans", enable_web_requests: false)
        @pdf.move_down 4
      end

      # Height over width, by its own box.
      def tall(svg)
        wide, high = svg[/viewBox=['"]0 0 ([\d. ]+)['"]/, 1].split.map(&:to_f)
        high / wide
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
      def feet(words)
        (1..@pdf.page_count).each do |page|
          @pdf.go_to_page(page)
          foot(words, :left, @pdf.bounds.width - 60)
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
