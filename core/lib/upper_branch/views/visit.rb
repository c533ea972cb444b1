# frozen_string_literal: true

module UpperBranch
  module Views
    # An earlier job on the same machine, in a few lines: how it ended, what was done and renewed, what it was left set
    # at, what was left open or in doubt.
    #
    #   Visit.of(job, title: "Pours fuel")   # => {title:, outcome:, done: [...], left: [...], open: [...], ...}
    class Visit
      # card: Workshop::SpecCard or nil
      def self.of(job, title:, card: nil) = new(job, title, card).to_h

      def initialize(job, title, card)
        @job = job
        @report = Report.of(job, title: title, card: card).to_h
      end

      def to_h
        { title: @report[:title], outcome: @report[:outcome], complaint: @report[:complaint].map { |row| row[:says] },
          found: @report[:found].map { |row| named(row[:fault], row[:place]) }, done: done,
          left: @report[:done].flat_map { |row| row[:left] },
          settings: @report[:settings].map { |row| row.slice(:name, :found, :left, :settled, :curve) },
          made: made, renewed: renewed, doubts: doubts, open: @report[:left_open], photos: @report[:photos].size,
          **@report.slice(:due, :due_months, :minutes) }
      end

      private

      def done = @report[:done].map { |row| named(row[:name], row[:place]) }
      def named(name, place) = [name, place].compact.join(", ")

      # How the machine was fitted, in words, and the card it went by.
      def made
        names = @job.catalogue.features
        { features: @job.machine.features.sort.map { |id| names[id] || id }, card: @job.card&.fetch("name", nil) }
      end

      # Repairs that put a new part in, and parts that came off to be renewed and are on again.
      def renewed
        plans = @job.repairs.filter_map { |repair| Workshop::Repairs.find(@job.machine, repair.id) }
        names = plans.select { |plan| Workshop::Repairs.renews?(@job.machine, plan) }
                     .map { |plan| Workshop::Repairs.words(@job.machine, plan).name }
        names + @job.parts.select { |part| part.condition == "renew" && !part.off? }.map(&:name)
      end

      # Parts that went back on with a doubt.
      def doubts = @job.parts.select { |part| part.condition == "doubt" }.map(&:name)
    end
  end
end
