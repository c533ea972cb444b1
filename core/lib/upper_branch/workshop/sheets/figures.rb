# frozen_string_literal: true

module UpperBranch
  module Workshop
    module Sheets
      # The figures of one job that its work sheets ask for: what is to be set, what was found, where to begin. What
      # nobody has said is left to the maker, never made up; what the trade finds usual stands beside it as just that.
      #
      #   figures = Figures.new(job, card: card)
      #   figures.figure("float-height").text   # => "21 to 23 mm", or nil where it is not known
      #   figures.fill("Set it to {float-height}[ (found {float-found})].")
      class Figures
        # text: in words with its unit, nil where it is not known; source: where it comes from; usual: what the trade
        # finds usual, in words
        Figure = Struct.new(:id, :name, :text, :source, :usual, keyword_init: true)
        MAKERS = "the maker's figure"
        GIVEN = %w[card job school].freeze # limits that somebody stands for; those of trade and family are only usual
        PLACEHOLDER = Catalogue::Sections::WorkSteps::PLACEHOLDER
        CLAUSE = /\[([^\]]*)\]/

        # card: SpecCard or nil; place: id of the one place the repair is done at, or nil
        def initialize(job, card: nil, place: nil)
          @job = job
          @machine = job.machine
          @card = card
          @place = place
          @rows = @machine.catalogue.book.work_steps.figures
        end

        # Raises KeyError for an id that is not in the catalogue.
        def figure(id)
          row = @rows.fetch(id)
          text, source = known(row)
          Figure.new(id: id, name: row["name"], text: text, source: source, usual: text ? nil : usual(row))
        end

        # [sentence, figures asked for in it]. A clause in brackets falls away where a figure in it is not known.
        def fill(sentence)
          kept = sentence.gsub(CLAUSE) { |clause| ids_in(clause).all? { |id| figure(id).text } ? clause[1...-1] : "" }
          asked = ids_in(kept).to_h { |id| [id, figure(id)] }
          [kept.gsub(PLACEHOLDER) { |name| spoken(asked.fetch(name[1...-1])) }, asked.values]
        end

        # The unit a figure is written down in.
        def unit(id)
          row = @rows.fetch(id)
          check = row.values_at("limit", "found", "start").compact.first
          return unit_of(check) if check

          row["unit"] || item(row["card"])&.fetch("unit", nil)
        end

        # What a figure is called when it is written down as left.
        def left_name(id) = @rows.fetch(id).then { |row| row["left"] || row["name"] }

        private

        # nil where the catalogue no longer has the check
        def unit_of(check_id) = @machine.catalogue.check(check_id)&.reading&.fetch("unit")

        def ids_in(text) = text.scan(PLACEHOLDER).flatten

        def spoken(figure)
          figure.text || [MAKERS, figure.usual && "(usually #{figure.usual})"].compact.join(" ")
        end

        # [text, source], or nothing.
        def known(row)
          %w[found move start trial card limit side].each do |kind|
            value = row[kind] && send(kind, row[kind])
            return value if value
          end
          nil
        end

        def found(check_id)
          reading = read(check_id) or return
          [number(reading.value, reading.unit), "measured in this job"]
        end

        # Latest reading of a check at the place in hand.
        def read(check_id)
          finding = @job.findings.reverse.find do |one|
            one.kind == :check && one.id == check_id && one.reading && [nil, one.place&.id].include?(@place)
          end
          finding&.reading
        end

        # How far it is from what was found to the middle of what is wanted.
        def move(check_id)
          reading = read(check_id)
          limit = given(check_id)
          return unless reading && limit && limit["cuts"].size == 2

          by = (limit["cuts"].sum / 2.0) - reading.value
          ["#{number(by.abs, reading.unit)} #{by.negative? ? 'less' : 'more'}", "reckoned from this job"]
        end

        # Where a screw begins: by the figure somebody has given, else as the shop does it.
        def start(check_id)
          limit = given(check_id, %w[card job])
          return [number(limit["cuts"].sum / limit["cuts"].size.to_f, limit["unit"]), source(limit)] if limit

          value, name = @machine.schools.start(check_id)
          value && [number(value, unit_of(check_id) || ""), "shop's way: #{name}"]
        end

        def trial(setting)
          last = @job.trials.reverse.find { |one| one.setting == setting && [nil, one.place&.id].include?(@place) }
          last && [Measuring::Words.number(last.stands), "as the set-up left it"]
        end

        def card(item_id)
          figure = @card&.figures&.find { |one| one["item"] == item_id } or return
          low, high = figure.values_at("low", "high")
          unit = item(item_id).fetch("unit", figure["unit"])
          span = [low, high].compact.uniq.map { |value| Measuring::Words.number(value) }.join(" to ")
          [unit == "number" ? span : "#{span} #{figure['unit']}", "card #{@card.name}"]
        end

        def limit(check_id)
          limit = given(check_id)
          limit && [range(check_id, limit), source(limit)]
        end

        def side(check_id) = Screws.turned_at(@machine, check_id)&.then { |screw| [screw.says, "how the screw works"] }

        def usual(row)
          limit = row["limit"] && @machine.check(row["limit"]) && reading(row["limit"])
          limit && limit["cuts"] && range(row["limit"], limit)
        end

        # The reading table of a check whose limit somebody stands for.
        def given(check_id, from = GIVEN)
          limit = @machine.check(check_id) && reading(check_id)
          limit if limit && limit["cuts"] && from.include?(limit.dig("limit", "from"))
        end

        def reading(check_id) = @machine.reading(@machine.check(check_id), @place)

        def source(limit)
          row = limit["limit"]
          said = { "card" => "card #{row['card']}", "job" => "entered for this job", "school" => "shop's way" }
          [said.fetch(row["from"]), row["source"]].compact.join(", ")
        end

        # "21 to 23 mm", "up to 1 drops/min", "at least 90 psi"
        def range(check_id, limit)
          low, high = limit["cuts"].map { |cut| Measuring::Words.number(cut) }
          return "#{low} to #{high} #{limit['unit']}" if high

          most = limit["words"].first == @machine.catalogue.check(check_id).normal
          "#{most ? 'up to' : 'at least'} #{low} #{limit['unit']}"
        end

        # "1.5 turns", "1 turn"
        def number(value, unit)
          "#{Measuring::Words.number(value)} #{value == 1 && unit.end_with?('turns') ? unit.delete_suffix('s') : unit}"
        end

        def item(id) = @machine.catalogue.book.spec_items.row(id)
      end
    end
  end
end
