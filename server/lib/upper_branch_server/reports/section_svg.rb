# frozen_string_literal: true

require "json"
require "rexml/document"

module UpperBranchServer
  module Reports
    # The section of a family as one SVG, drawn from the page's own lines (web/dist/drawings.json): parts that were
    # found wrong are filled. Ink on white.
    #
    #   SectionSvg.of(report[:section])   # => "<svg ...", or nil where there is no such drawing
    module SectionSvg
      FILE = File.join(WEB, "drawings.json").freeze
      BARK = "#5b4632"
      FILLS = { "metal" => "#c9beb0", "air" => "#ffffff", "fuel" => "#e8d0b8", "part" => "#f4f1e8", "soft" => "#dcebd6",
                "hole" => "#ffffff", "jet" => "#f6e3c8" }.freeze
      WRONG = "#d4572a"
      PLATE_OPEN = 7 # degrees, at idle

      module_function

      # section: {family:, features:, parts: names of the wrong ones}
      def of(section)
        drawing = drawings.dig("families", section[:family]) or return
        box = drawings["box"]
        svg(box) do |root|
          drawing["backdrop"].each { |d| path(root, d, FILLS["metal"], BARK) }
          fitted(drawing["pieces"], section).each { |one| piece(root, one, section) }
          drawing["risers"].each { |one| piece(root, one, section) }
          fitted(drawing["plates"], section).each { |one| plate(root, one, section) }
        end
      end

      def drawings = @drawings ||= File.file?(FILE) ? JSON.parse(File.read(FILE)) : {}

      def fitted(rows, section)
        rows.select { |one| (one["needs"] || []).all? { |feature| section[:features].include?(feature) } }
      end

      def piece(root, one, section)
        wrong = section[:parts].include?(one["part"])
        path(root, one["d"], wrong ? WRONG : FILLS.fetch(one["look"]), wrong ? "#7a2408" : BARK)
      end

      def plate(root, one, section)
        turned = (one["vertical"] ? 0 : 90) + (one["turns"] == "choke" ? 88 : PLATE_OPEN)
        root.add_element("rect", "x" => (one["x"] - one["r"]).to_s, "y" => (one["y"] - 4).to_s, "height" => "8",
                                 "width" => (2 * one["r"]).to_s, "stroke" => "#1b2a24", "stroke-width" => "1.6",
                                 "transform" => "rotate(#{turned} #{one['x']} #{one['y']})",
                                 "fill" => section[:parts].include?(one["part"]) ? WRONG : "#7d7a68")
      end

      def path(root, d, fill, stroke)
        root.add_element("path", "d" => d, "fill" => fill, "stroke" => stroke, "stroke-width" => "1.6",
                                 "stroke-linejoin" => "round")
      end

      # box: {"width", "height"}
      def svg(box)
        document = REXML::Document.new
        root = document.add_element("svg", "xmlns" => "http://www.w3.org/2000/svg",
                                           "viewBox" => "0 0 #{box['width']} #{box['height']}",
                                           "width" => box["width"].to_s, "height" => box["height"].to_s)
        yield root
        document.to_s
      end
      private_class_method :drawings, :fitted, :piece, :plate, :path
    end
  end
end
