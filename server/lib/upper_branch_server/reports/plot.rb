# frozen_string_literal: true

module UpperBranchServer
  module Reports
    # A small curve as vectors: its points joined, the peak marked, ends of the axes named.
    #
    #   Plot.new(curve, width: 300, height: 110).draw(pdf)   # at the cursor, which moves below it
    class Plot
      LEFT = 6
      FOOT = 24 # points under the axis for its names

      # curve: as Views::Settings gives it
      def initialize(curve, width:, height:)
        @curve = curve
        @width = width
        @height = height
        @xs, @ys = curve[:points].transpose
      end

      def draw(pdf)
        pdf.bounding_box([LEFT, pdf.cursor - 4], width: @width, height: @height + FOOT) do
          axes(pdf)
          points(pdf)
          peak(pdf) if @curve[:peak]
          names(pdf)
        end
        pdf.move_down 4
      end

      private

      def axes(pdf)
        pdf.stroke_color "9AA39C"
        pdf.stroke_line [0, FOOT], [@width, FOOT]
        pdf.stroke_line [0, FOOT], [0, FOOT + @height]
      end

      def points(pdf)
        line = @curve[:points].uniq(&:first).sort.map { |x, y| at(x, y) }
        pdf.stroke_color Paper::LEAF
        line.each_cons(2) { |one, other| pdf.stroke_line(one, other) }
        pdf.fill_color Paper::INK
        @curve[:points].each { |x, y| pdf.fill_circle(at(x, y), 2) }
      end

      def peak(pdf)
        x, = at(@curve[:peak], @ys.max)
        pdf.stroke_color Paper::RUST
        pdf.stroke_line [x, FOOT], [x, FOOT + @height]
      end

      def names(pdf)
        pdf.fill_color Paper::DIM
        pdf.text_box "#{number(@xs.min)} to #{said(@curve[:x], @xs.max)}", at: [0, FOOT - 4], size: 8
        pdf.text_box "#{number(@ys.min)} to #{said(@curve[:y], @ys.max)}", at: [4, FOOT + @height], size: 8
        pdf.fill_color Paper::INK
      end

      def said(axis, most) = [number(most), axis[:unit], "(#{axis[:name]})"].compact.join(" ")
      def number(value) = UpperBranch::Measuring::Words.number(value)

      # Where a point lies, in points of paper.
      def at(across, up)
        [share(across, @xs) * @width, FOOT + ((0.08 + (0.78 * share(up, @ys))) * @height)]
      end

      def share(value, values)
        low, high = values.minmax
        high == low ? 0.5 : ((value - low) / (high - low).to_f).clamp(0, 1)
      end
    end
  end
end
