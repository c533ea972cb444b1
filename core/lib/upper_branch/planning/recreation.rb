# frozen_string_literal: true

module UpperBranch
  module Planning
    # Everything looked at is in order and the complaint stands: it must be made to happen again, under the conditions
    # it was told with, before anybody gives it up.
    #
    #   Recreation.new(job).step   # => Step(symptom, way) or nil when every way has been tried or it has been shown
    class Recreation
      Step = Struct.new(:symptom, :way, keyword_init: true)

      def initialize(job)
        @job = job
        @ways = job.catalogue.ways.to_h { |row| [row["id"], row] }
      end

      def step
        return if @ways.empty? || shown?

        standing.each do |symptom|
          way = (ways_for(symptom) - tried(symptom)).first and return Step.new(symptom: symptom, way: @ways.fetch(way))
        end
        nil
      end

      # Has the shop seen any of the complaint for itself?
      def shown?
        standing.any? { |symptom| recreated(symptom).any? { |finding| finding.words == ["shown"] } } || seen_by_check?
      end

      # Ways that were tried in vain.
      def in_vain = standing.flat_map { |symptom| tried(symptom) }.uniq

      private

      # Symptoms that are still complained of.
      def standing
        ids = @job.findings.select(&:symptom?).map(&:id).uniq.select { |id| @job.complained?(id) }
        ids.select do |id|
          @job.symptom(id) == "present"
        end.filter_map { |id| @job.machine.symptom(id) }.reject(&:healthy?)
      end

      def seen_by_check?
        standing.any? do |symptom|
          @job.machine.checks.any? do |check|
            row = check.observes[symptom.id]
            result = row && @job.result(check.id, @job.round)
            result&.words&.intersect?(row["words"])
          end
        end
      end

      def recreated(symptom)
        @job.findings.select { |one| one.kind == :recreated && one.id == symptom.id && one.round == @job.round }
      end

      def tried(symptom) = recreated(symptom).map(&:way)

      def ways_for(symptom)
        told = @job.findings.select { |one| %i[symptom condition].include?(one.kind) && one.id == symptom.id }
        told = told.reject { |one| one.kind == :condition && one.words != ["yes"] }
        rows = @job.catalogue.conditions.select { |row| told.flat_map(&:conditions).include?(row["id"]) }
        usual = rows.empty? && runs? ? named("usual") : []
        (rows.map { |row| row["way"] } + usual + named("last")).uniq
      end

      def named(role)
        @ways.values.select { |way| way[role] }.map { |way| way["id"] }
      end

      # An engine that does not run cannot be taken on the road.
      def runs?
        Workshop::OrderingRules.new(@job).runs?
      end
    end
  end
end
