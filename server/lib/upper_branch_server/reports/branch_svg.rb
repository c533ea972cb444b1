# frozen_string_literal: true

module UpperBranchServer
  module Reports
    # The branch as one SVG: a trunk, a limb for each circuit at its fixed place, as thick as it explains what was
    # found.
    #
    #   BranchSvg.of(report[:bench][:circuits])   # => "<svg ..."
    module BranchSvg
      BOX = { "width" => 860, "height" => 250 }.freeze
      TRUNK = 125
      LIMB = 62 # how far a limb reaches from the trunk
      WITHERED = 0.03 # share below which a limb bears nothing
      BARK = "#5b4632"
      FUEL = "#a34a05"
      DRY = "#b9b49f"
      INK = "#1b2a24"
      DIM = "#52594f"

      module_function

      # circuits: [{name:, share: 0 to 1}]
      def of(circuits)
        SectionSvg.svg(BOX) do |root|
          trunk(root)
          step = (BOX["width"] - 130.0) / [circuits.size - 1, 1].max
          circuits.each_with_index { |circuit, i| limb(root, circuit, 44 + (i * step), i.even? ? -1 : 1) }
        end
      end

      def trunk(root)
        top = TRUNK - 7
        foot = TRUNK + 7
        root.add_element("path", "fill" => BARK,
                                 "d" => "M0 #{top}L#{BOX['width'] - 10} #{TRUNK - 1}V#{TRUNK + 1}L0 #{foot}Z")
      end

      # way: -1 up, 1 down
      def limb(root, circuit, from, way)
        bears = circuit[:share] >= WITHERED
        tip = [from + 28, TRUNK + (way * LIMB)]
        root.add_element("path", "d" => "M#{from.round(1)} #{TRUNK}Q#{from.round(1)} #{TRUNK + (way * 40)} " \
                                        "#{tip[0].round(1)} #{tip[1]}",
                                 "fill" => "none", "stroke-linecap" => "round", "stroke" => bears ? FUEL : DRY,
                                 "stroke-width" => (1.6 + (12 * circuit[:share])).round(2).to_s)
        label(root, circuit, tip, way, bears)
      end

      def label(root, circuit, tip, way, bears)
        lines = circuit[:name].split(/(?<=\S{8}) /, 2)
        lines[-1] += " #{(100 * circuit[:share]).round} %" if bears
        lines.each_with_index do |line, i|
          y = tip[1] + (way.negative? ? -10 - (13 * (lines.size - 1 - i)) : 18 + (13 * i))
          x = tip[0].clamp(40, BOX["width"] - 46)
          text = root.add_element("text", "x" => x.round(1).to_s, "y" => y.to_s, "text-anchor" => "middle",
                                          "font-family" => "sans", "font-size" => "11", "fill" => bears ? INK : DIM,
                                          "font-weight" => bears ? "bold" : "normal")
          text.text = line
        end
      end
      private_class_method :trunk, :limb, :label
    end
  end
end
