# frozen_string_literal: true

module UpperBranch
  module Views
    # An earlier job on the same machine, in a few lines: how it ended, what was done, what it was left set at, what was
    # left open.
    #
    #   Visit.of(job, title: "Pours fuel")   # => {title:, outcome:, done: [...], left: [...], open: [...]}
    module Visit
      module_function

      # card: Workshop::SpecCard or nil
      def of(job, title:, card: nil)
        report = Report.of(job, title: title, card: card).to_h
        { title: title, outcome: report[:outcome], complaint: report[:complaint].map { |row| row[:says] },
          done: report[:done].map { |row| [row[:name], row[:place]].compact.join(", ") },
          left: report[:done].flat_map { |row| row[:left] },
          settings: report[:settings].map { |row| row.slice(:name, :left) },
          open: report[:left_open] }
      end
    end
  end
end
