# frozen_string_literal: true

module UpperBranch
  module Workshop
    module Sheets
      # The building blocks of work as they are done on one machine, with the figures of one job.
      #
      #   steps = Steps.new(job, Figures.new(job))
      #   steps.row("choke-free")["do"]                        # as this machine has it, nil where it has none
      #   steps.step(steps.row("choke-free"), "work").do       # with its figures
      class Steps
        # id: unique on its sheet; what: of the catalogue (work-steps.yml, strip.yml); check: Check that tells, or nil;
        # figures: [Figures::Figure] asked for in it; part: id of strip.yml it takes off or puts back, or nil; note:
        # what is written down before it moves, {id => row of strip.yml}
        Step = Struct.new(:id, :what, :do, :stop, :check, :spots, :hazards, :figures, :part, :note, keyword_init: true)

        def initialize(job, figures)
          @machine = job.machine
          @figures = figures
          @book = @machine.catalogue.book
        end

        # The raw row of a step, in the way that fits what is fitted; nil where this machine has no such thing.
        def row(id)
          row = @book.work_steps.row(id)
          return unless row && Catalogue::Needs.met?(row["needs"], @machine.features)
          return if row["per"] && @machine.places.of(row["per"]).size < 2

          way = (row["ways"] || []).find { |one| Catalogue::Needs.met?(one["needs"], @machine.features) }
          way ? row.merge(way) : row
        end

        # What a step of a sheet says, by its id ("work:hold"); nil where nobody knows it any more.
        def says(id)
          section, what = id.split(":", 2)
          row = row(what) and return step(row, section).do
          @book.strip.item(what)&.fetch(section == "back" ? "refit" : "remove")
        end

        # section: what its id begins with
        def step(row, section)
          text, asked = @figures.fill(row["do"])
          stop, of_stop = @figures.fill(row["stop"] || "")
          Step.new(id: "#{section}:#{row['id']}", what: row["id"], do: text, stop: stop.empty? ? nil : stop,
                   check: @machine.check(row["check"]), spots: row["spots"] || [], hazards: row["hazards"] || [],
                   figures: (asked + of_stop).uniq(&:id), note: {})
        end

        # How this machine gives access, in its own words.
        def reach(says)
          Step.new(id: "in:reach", what: "reach", do: says, check: nil, spots: [], hazards: [], figures: [], note: {})
        end

        # A part that comes off or goes back. row: of strip.yml; word: "remove" or "refit"
        def moved(row, section, word)
          Step.new(id: "#{section}:#{row['id']}", what: row["id"], do: row[word], check: nil, spots: [],
                   hazards: row["hazards"] || [], figures: [], part: row["id"],
                   note: word == "remove" ? @book.strip.notes.slice(*row["note"]) : {})
        end
      end
    end
  end
end
