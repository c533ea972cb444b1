# frozen_string_literal: true

module UpperBranch
  module Workshop
    # The order a shop never breaks, whatever the odds say: constraints, not weights, each able to say why it holds a
    # check back and which checks come instead.
    class OrderingRules
      KINDS = %i[cold_first cleared_first record_first warm_and_open].freeze # that hold a check back
      FOUND = %i[record_first].freeze # that hold the repair of what was found: nothing is left to be cleared first

      Hold = Struct.new(:rule, :instead) do
        def says = rule["says"]
      end

      def initialize(job)
        @job = job
        @machine = job.machine
        @order =
          job.catalogue.order.reject { |row| job.machine&.schools&.lifts?(row["id"]) }.group_by { |row| row["kind"] }
        @gates = Gates.new(job)
        @not_running = rows("cannot_run").select { |row| seen?(row["symptoms"]) && !job.has_run }
      end

      # Why this check cannot be done at all as things stand (a sentence), or nil.
      def blocking(check)
        @gates.blocking(check) || needs_running(check)
      end

      # Why a check waits for an engine that runs, or nil.
      def needs_running(check) = @not_running.find { |row| all_in?(check, row["states"]) }&.fetch("says")

      # Does the engine run, as far as anybody has said?
      def runs? = @not_running.empty?

      # The first rule that holds this check back, with the checks that come instead, or nil. worth: checks that could
      # be done now and are worth it for this complaint; kinds: of rules that are asked
      def hold(check, worth, kinds = KINDS)
        kinds.each do |kind|
          rows(kind.to_s).each do |row|
            instead = send(kind, row, check, worth)
            return Hold.new(row, instead) if instead.any?
          end
        end
        nil
      end

      # What comes before this repair: the rule with the checks it would wipe out, or nil. worth: checks that would tell
      # a good deal
      def hold_repair(plan, worth)
        row = rows("before_cleaning").find { |rule| plan.destroys.include?(rule["wiped"]) } or return
        instead = worth.select { |check| row["checks"].include?(check.id) }
        Hold.new(row, instead) if instead.any?
      end

      # A composite repair that makes further diagnosis pointless, as {rule, repair id}, or nil.
      def outright
        return if @job.round.positive? || @machine.licensed_only?

        rows("clean_outright").find do |row|
          @machine.condition(row["when"]) &&
            row["outcomes"].any? { |term| (check, word = term.split("=")) && @job.result(check)&.words&.include?(word) }
        end
      end

      # The rule about opening the carburetor, when this check would open it.
      def opening(check)
        rows("outside_first").find { |row| @job.state.carburetor == "on" && all_in?(check, row["states"]) }
      end

      private

      def rows(kind)
        @order.fetch(kind, [])
      end

      def seen?(symptoms)
        symptoms.any? { |id| @job.symptom(id) == "present" }
      end

      def all_in?(check, states)
        (check.states - states).empty?
      end

      # While it is cold, what would warm it waits for what needs it cold.
      def cold_first(_row, check, telling)
        return [] if @job.state.engine != "cold" || !all_in?(check, %w[R W])

        telling.select { |other| other.states.include?("C") && other != check }
      end

      # A job that begins on the bench, without a complaint, may be traced from there.
      def cleared_first(row, check, telling)
        return [] unless all_in?(check, row["states"]) && @job.complaint.any? && @job.state.carburetor == "on"

        open_groups = row["groups"].select { |group| group.none? { |id| @job.result(id) } }
        open_groups.flat_map { |group| telling.select { |other| group.include?(other.id) } }
      end

      def record_first(row, check, telling)
        return [] unless all_in?(check, row["before_states"]) && @job.state.carburetor == "on"

        telling.select { |other| row["checks"].include?(other.id) }
      end

      def warm_and_open(row, check, telling)
        return [] unless check.warm_and_open?

        telling.select { |other| row["clear"].include?(other.id) }
      end
    end
  end
end
