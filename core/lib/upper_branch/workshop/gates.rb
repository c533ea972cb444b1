# frozen_string_literal: true

module UpperBranch
  module Workshop
    # What must be made safe before the work goes on: questions a person answers, not cautions to read past. A gate is
    # raised by what was told or found, answered by an entry, and asked again by a later finding - or, where it holds
    # until a repair, by that repair.
    #
    #   gates = Gates.new(job)
    #   gates.first             # a gate to be asked before anything else, or nil
    #   gates.before(["R"])     # a gate to be asked before a step that needs the engine running, or nil
    #   gates.blocking(check)   # why this check cannot be done as things stand, or nil
    #   gates.held(["R"])       # the gate that holds a step without a check back until a repair, or nil
    #   gates.turning           # why the engine must not be turned now, or nil
    #
    # Gates are rows of rules.yml.
    class Gates
      def initialize(job)
        @job = job
        @machine = job.machine
        @raised = job.machine ? job.catalogue.gates.select { |row| raised?(row) } : []
      end

      # Gates that are raised and not answered.
      def open = @open ||= @raised.select { |row| row["ask"] && !answered?(row) }

      # A repair has been done since it was raised: it is asked in other words, and only when it runs again.
      def again?(row) = row["until"] == "repaired" && raised_in(row) < @job.round

      def question(row) = again?(row) ? row["again"] || row["ask"] : row["ask"]

      def first = open.find { |row| row["first"] && !again?(row) }

      # What raised it: {symptom: id} or {check: id}, or nothing where it stands for this kind of machine.
      def raised(row)
        finding = raised_by(row)&.then { |index| @job.findings[index] } or return {}
        finding.symptom? ? { symptom: finding.id } : { check: finding.id }
      end

      # states: codes of which the step needs one; check: id, where the step is one that a gate may let pass
      def before(states, check = nil)
        open.find do |row|
          states.any? && (states - (row["states"] || [])).empty? && !(row["allow"] || []).include?(check)
        end
      end

      def blocking(check)
        @raised.find { |row| holds?(row, check) }&.fetch("says")
      end

      # The gate that holds a step back whatever is answered, until a repair, or nil: as `blocking`, for a step that is
      # no check. hazards: ids of those of the step; loop: id, where it is a round of a setting loop
      def held(states, hazards: [], loop: nil)
        @raised.find do |row|
          row["until"] == "repaired" && !again?(row) &&
            (row.fetch("loops", []).include?(loop) || touches?(row, states, hazards))
        end
      end

      # Why nobody may crank or run it as things stand: a sentence, or nil.
      def turning
        %w[R K].filter_map { |state| held([state]) || before([state]) }.first&.fetch("says")
      end

      # Minutes of the gates that a step in these states would have to pass.
      def minutes(states, check = nil) = before(states, check)&.fetch("minutes", 0) || 0

      private

      # What stays held back whatever is answered: until a repair, or for good.
      def holds?(row, check)
        return true if row.fetch("forbids", []).include?(check.id)
        return false if row["until"] != "repaired" || again?(row) || row.fetch("allow", []).include?(check.id)

        bears_on?(row, check)
      end

      def bears_on?(row, check)
        row.fetch("checks", []).include?(check.id) || touches?(row, check.states, check.hazards)
      end

      def touches?(row, states, hazards)
        hazards.intersect?(row.fetch("hazards", [])) || (states - row.fetch("states", [])).empty?
      end

      def raised?(row)
        return false unless Catalogue::Needs.met?(row["needs"], @machine.features)

        raised_by(row) || (row["symptoms"].nil? && row["outcomes"].nil?)
      end

      # Index of the last finding that raises it and has not been settled since, or nil.
      def raised_by(row)
        last = @job.findings.rindex { |finding| raises?(row, finding) } or return
        settled = @job.findings.drop(last + 1).any? { |finding| settles?(row, finding, @job.findings[last]) }
        settled ? nil : last
      end

      def raises?(row, finding)
        return finding.words == ["present"] && row["symptoms"]&.include?(finding.id) if finding.symptom?

        finding.kind == :check && row["outcomes"] && finding.words.any? do |word|
          row["outcomes"].include?("#{finding.id}=#{word}")
        end
      end

      def settles?(row, finding, raising)
        return finding.id == raising.id && finding.words == ["absent"] if finding.symptom? && raising.symptom?

        finding.kind == :check && ((row["sound"] || []).include?(finding.id) || finding.id == raising.id) &&
          finding.words == [@machine.check(finding.id)&.normal]
      end

      def raised_in(row) = raised_by(row)&.then { |index| @job.findings[index].round } || 0

      # What holds until a repair is made safe once until that repair, whatever else is found meanwhile; another gate is
      # asked again by a later finding.
      def answered?(row)
        answers = @job.gates.select { |answer| answer[:gate] == row["id"] }
        return answers.any? { |answer| answer[:round] == @job.round } if row["until"] == "repaired"

        answers.any? { |answer| answer[:findings] > (raised_by(row) || -1) }
      end
    end
  end
end
