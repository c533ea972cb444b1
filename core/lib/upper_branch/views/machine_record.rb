# frozen_string_literal: true

module UpperBranch
  module Views
    # What is known of a machine from all its visits: settings as they were left last, what was renewed and when, what
    # is in doubt, and the curves of its settings beside one another.
    #
    #   MachineRecord.of(visits)   # visits: Visit.of each with id: and begun:, the latest first
    class MachineRecord
      def self.of(visits) = new(visits).to_h

      def initialize(visits)
        @visits = visits
      end

      def to_h
        { made: @visits.first&.fetch(:made), set: set, renewed: renewed, doubts: doubts, due: due, curves: curves,
          visits: @visits }
      end

      private

      # Each setting once, as it was left last.
      def set
        rows = @visits.flat_map do |visit|
          left = visit[:left].map { |row| { name: row[:name], left: figure(row) } }
          (left + visit[:settings].map { |row| row.slice(:name, :left) }).map { |row| row.merge(of(visit)) }
        end
        rows.uniq { |row| row[:name] }
      end

      def figure(row) = [Measuring::Words.number(row[:value]), row[:unit]].compact.join(" ")

      def renewed
        @visits.flat_map { |visit| visit[:renewed].map { |name| { name: name, **of(visit) } } }
      end

      # What was left open or doubtful at the last visit that is over, and in one that is not.
      def doubts
        last = @visits.find { |visit| visit[:outcome][:as] != "open" }
        [@visits.first, last].compact.uniq.flat_map { |visit| owed(visit).map { |says| { says: says, **of(visit) } } }
      end

      def owed(visit)
        visit[:open].map { |row| "#{row[:name]}: #{row[:reason]}" } +
          visit[:doubts].map { |name| "#{name}: went back in doubt" }
      end

      # What is due again, each plan by its last visit that is over.
      def due
        over = @visits.select { |visit| visit[:due] && visit[:outcome][:as] != "open" }
        over.uniq { |visit| visit[:complaint].first }.map do |visit|
          { says: "#{visit[:complaint].first}: #{visit[:due]}", on: visit[:due_on], **of(visit) }
        end
      end

      # [{name:, curves: [{begun:, visit:, curve:}]}], the latest first
      def curves
        rows = @visits.flat_map { |visit| visit[:settings].map { |row| row.slice(:name, :curve).merge(of(visit)) } }
        rows.select { |row| row[:curve] }.group_by { |row| row[:name] }
            .map { |name, list| { name: name, curves: list.map { |row| row.except(:name) } } }
      end

      def of(visit) = { visit: visit[:id], begun: visit[:begun] }
    end
  end
end
