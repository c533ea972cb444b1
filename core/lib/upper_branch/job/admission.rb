# frozen_string_literal: true

require "time"

module UpperBranch
  class Job
    # May this entry be added to this job? Says which field is wrong and what to do instead (Invalid).
    # Shape (types, required fields) is checked before by the schema; here it is meaning.
    class Admission
      CLOSINGS = %w[proven referred unproven].freeze

      def self.check(job, entry)
        new(job, entry["data"] || {}).public_send(entry["kind"])
      end

      def initialize(job, data)
        @job = job
        @data = data
        @machine = job.machine
      end

      def machine
        Machine.new(@job.catalogue, family: @data["family"], features: @data["features"], context: @data["context"], work: @data["work"], schools: @data["schools"], lacks: @data["lacks"],
                                    limits: @data["limits"])
        refuse("family", "Findings are already recorded: strike them out before changing the family") if @machine && @job.findings.any? && @machine.family["id"] != @data["family"]
      end

      def symptom
        open_job
        symptom = @machine.symptom(@data["symptom"]) or refuse("symptom", known("symptom", @data["symptom"], @job.catalogue.symptom(@data["symptom"]), @machine.symptoms.map(&:id)))
        refuse("seen", "#{symptom.id} is either present or absent") unless %w[present absent].include?(@data["seen"])
        ids = @job.catalogue.conditions.map { |row| row["id"] }
        (@data["when"] || []).each { |id| refuse("when", "No condition is called #{id.inspect}; use one of: #{ids.join(', ')}") unless ids.include?(id) }
      end

      def check
        open_job
        check = @machine.check(@data["check"]) or refuse("check", known("check", @data["check"], @job.catalogue.check(@data["check"]), @machine.checks.map(&:id)))
        @data["outcomes"] ? outcomes(check) : reading(check)
        possible(check)
      end

      def put_back
        open_job
        refuse("check", "Nothing of #{@data['check'].inspect} is waiting to be put back") unless @job.loose.include?(@data["check"])
      end

      def repair
        open_job
        plan = Planning::Repairs.find(@machine, @data["repair"]) or refuse("repair", "No repair or fault is called #{@data['repair'].inspect} on this machine")
        (@data["faults"] || []).each { |id| refuse("faults", "#{id} is no fault of this machine") unless @machine.fault(id) }
        return unless @machine.licensed_only? && !plan.refers? && %w[open bench apart].include?(plan.state)

        refuse("repair", "Internal work on an aircraft carburetor is for a licensed mechanic: refer it out with the findings")
      end

      def state
        open_job
        engine = @data["engine"]
        carburetor = @data["carburetor"] || @job.state.carburetor
        refuse("engine", "The engine is cold, running or warm") if engine && !Planning::BenchState::ENGINES.include?(engine)
        refuse("carburetor", "The carburetor is on, open, on the bench or apart") unless Planning::BenchState::CARBURETORS.include?(carburetor)
        refuse("engine", "The engine cannot run with the carburetor #{carburetor}: refit it first") if engine == "running" && carburetor != "on"
      end

      def caution
        open_job
        refuse("hazard", "No caution is called #{@data['hazard'].inspect}") unless @job.catalogue.hazard(@data["hazard"])
      end

      def note
        refuse("kind", "Say first which machine it is") unless @machine
        refuse("text", "Write something first") if @data["text"].to_s.strip.empty?
      end

      WAITS = %w[soaking cooling parts nothing].freeze

      def wait
        open_job
        refuse("for", "A job waits for #{WAITS.join(', ')}") unless WAITS.include?(@data["for"])
        Time.iso8601(@data["until"]) if @data["until"]
      rescue ArgumentError
        refuse("until", "A time is written as 2026-03-01T14:30:00Z")
      end

      def strike
        refuse("entry", "No entry #{@data['entry'].inspect} in this job") unless @job.entries.any? { |entry| entry["id"] == @data["entry"] }
        refuse("entry", "That entry is struck out already") if @job.struck.include?(@data["entry"])
        stands_without
      end

      def close
        open_job
        refuse("as", "A job closes as #{CLOSINGS.join(', ')}") unless CLOSINGS.include?(@data["as"])
        refuse("reason", "Say why it closes without proof") if @data["as"] == "unproven" && @data["reason"].to_s.strip.empty?
        return unless @data["as"] == "proven"

        left = Planning::Proof.of(@job).left
        refuse("as", "Not proven yet: #{left.map(&:name).join(', ')}") if left.any?
      end

      private

      def refuse(field, message)
        raise Invalid.new(field, message)
      end

      def open_job
        refuse("kind", "Say first which machine it is") unless @machine
        refuse("kind", "This job is closed: strike out the closing entry to go on") if @job.closed?
      end

      def known(what, id, elsewhere, allowed)
        return "#{id} does not exist on this machine as it is fitted; switch its feature on, or use one of: #{allowed.join(', ')}" if elsewhere

        "No #{what} is called #{id.inspect}; use one of: #{allowed.join(', ')}"
      end

      def outcomes(check)
        words = check.words(@machine.features)
        refuse("outcomes", "Give the outcome of #{check.id}: #{words.join(', ')}") if @data["outcomes"].empty?
        @data["outcomes"].each { |word| refuse("outcomes", "#{check.id} knows no outcome #{word.inspect}; use one of: #{words.join(', ')}") unless words.include?(word) }
        return if @data["outcomes"].size == 1

        refuse("outcomes", "#{check.id} takes one outcome") unless check.multi?
        refuse("outcomes", "#{check.normal} stands alone: it says nothing was wrong") if @data["outcomes"].include?(check.normal)
      end

      def reading(check)
        refuse("outcomes", "Give the outcome of #{check.id}: #{check.words(@machine.features).join(', ')}") unless @data["reading"]
        refuse("reading", "#{check.id} has no reading; give one of its outcomes: #{check.words(@machine.features).join(', ')}") unless check.reading
        rule = @machine.reading(check) or refuse("reading", "No limit of #{check.id} is known for this machine: enter it, choose a spec card, or give an outcome in a word")
        Measuring::Reading.judge(rule, @data["reading"], @job.catalogue.worktop)
      end

      def possible(check)
        cost, = Planning::Transitions.for(@machine.family, @job.catalogue).nearest(@job.state, check.states)
        refuse("check", impossible(check)) unless cost.finite?
        rule = Planning::OrderingRules.new(@job).blocking(check)
        refuse("check", rule) if rule
      end

      def impossible(check)
        return "#{check.name} needs a stone-cold engine and this one has run: leave it until tomorrow, then set the state to cold" if check.states == ["C"]

        "#{check.name} needs the carburetor #{check.states.join(' or ')}: that is not done on this kind of machine here"
      end

      # Striking an entry must not leave later ones without a footing.
      def stands_without
        strike = { "id" => "strike", "kind" => "strike", "data" => { "entry" => @data["entry"] } }
        entry = @job.entries.find { |row| row["id"] == @data["entry"] }
        refuse("entry", "The machine entry carries all the others: enter the machine anew instead") if entry["kind"] == "machine" && @job.live.size > 1
        Job.new(@job.catalogue, @job.entries + [strike])
      end
    end
  end
end
