# frozen_string_literal: true

module UpperBranch
  module Planning
    # Proven, then mend: what was found, or is as good as certain, is repaired before anybody looks further, when it
    # explains the complaint, is dangerous, or is done in a few minutes. What does not is kept for the end; nothing
    # found is forgotten.
    #
    #   mending.now       # => Row or nil
    #   mending.left      # => Row or nil: found on the way and neither repaired nor left with a reason
    #   mending.proof_of(plan)  # => the check that must come before this repair, :none when there is no such check left
    class Mending
      # plan: of Workshop::Repairs; defect: Job::Defect or nil; reason: a sentence
      Row = Struct.new(:plan, :defect, :reason, keyword_init: true)

      def initialize(job, posterior, ranking)
        @job = job
        @machine = job.machine
        @posterior = posterior
        @ranking = ranking
        @numbers = job.catalogue.scale["planning"]
        @transitions = Workshop::Transitions.for(@machine.family, job.catalogue)
      end

      def now
        rows = certain.select { |row| explains?(row) || dangerous?(row) || at_hand?(row) }
        rows.min_by { |row| [explains?(row) ? 0 : 1, minutes(row.plan), row.plan.id] }
      end

      def left
        found.min_by { |row| [minutes(row.plan), row.plan.id] }&.tap do |row|
          row.reason = "Found on the way and not mended yet: mend it, or leave it as it is and say why."
        end
      end

      # What is left as it is though it explains the complaint, so that there is nothing more to look for: a sentence,
      # or nil.
      def left_says
        ids = left_alone.select { |id| @ranking.needs.fetch(id, 0.0) >= 0.5 }.uniq
        return if ids.empty?

        names = ids.map { |id| @job.catalogue.fault(id).name }.join(", ")
        "Left as it is: #{names}. Close it without proof, or repair it after all."
      end

      # Is this work on nothing but what is left as it is?
      def left_alone?(plan) = plan.faults.any? && (plan.faults.map(&:id) - left_alone).empty?

      # Before work that cannot be undone, before long work where a look costs little of it, and before the same work is
      # done a second time. plan: of Workshop::Repairs
      def proof_of(plan)
        return unless wants_proof?(plan)

        best = decisive(likeliest(plan)).min_by { |option| [extra(option, plan), option.check.id] }
        return best || :none if plan.irreversible

        best if best && (again?(plan) || extra(best, plan) < plan.minutes * @numbers["proof_share"])
      end

      # Why that look comes first.
      def why_first(plan)
        return "That cannot be undone" if plan.irreversible

        again?(plan) ? "It was done before and did not cure it" : "That is long work"
      end

      private

      # Was it done before, for nothing?
      def again?(plan) = @job.repairs.any? { |one| one.id == plan.id }

      # Work on what nobody has seen yet, that is long or cannot be undone, or was done before.
      def wants_proof?(plan)
        return false if plan.refers? || found.any? { |row| row.plan.faults.intersect?(plan.faults) }
        return true if again?(plan)

        plan.faults.size == 1 && (plan.irreversible || plan.minutes > @numbers["long_repair"])
      end

      def likeliest(plan) = plan.faults.max_by { |fault| [@posterior.now(fault.id), fault.id] }

      def certain = found + proven

      # Defects seen or measured that wait for their repair.
      def found
        @found ||= @job.defects.select(&:open?).filter_map do |defect|
          plan = Workshop::Repairs.find(@machine, defect.fault) or next
          Row.new(plan: plan, defect: defect, reason: found_reason(defect))
        end
      end

      # As good as certain by all that was seen, where the work does not want a proof of its own first.
      def proven
        believed = @posterior.all_now.select { |_, chance| chance > @numbers["proven"] }.keys
        (believed - found.map { |row| row.plan.id } - left_alone).filter_map do |id|
          plan = Workshop::Repairs.find(@machine, id)
          next if proof_of(plan)

          Row.new(plan: plan, reason: "All that was seen points here: mend it.")
        end
      end

      # Faults that were found and are left as they are.
      def left_alone = @left_alone ||= @job.defects.select { |one| one.waived && one.mended.nil? }.map(&:fault)

      def found_reason(defect)
        word = @machine.check(defect.check)&.outcomes&.fetch(defect.word, nil) || defect.word
        if @job.trial?(defect.fault)
          return "It runs right as it now stands: write it down as the repair, then prove it."
        end

        "It was found: #{word.downcase}. Mend what is found before looking further."
      end

      def explains?(row)
        @ranking.needs.fetch(row.plan.id, 0.0) >= 0.5
      end

      def dangerous?(row)
        row.plan.faults.any? do |fault|
          @machine.symptoms.select(&:hazard).any? { |one| @machine.arrows.row(fault, one)["present"] >= 0.6 }
        end
      end

      def at_hand?(row) = minutes(row.plan) <= @numbers["at_hand"] || (row.defect && @job.trial?(row.defect.fault))

      # The work, and the way to it.
      def minutes(plan) = plan.minutes + @transitions.nearest(@job.state, [plan.state]).first

      # Checks that would show the defect itself.
      def decisive(fault)
        @ranking.candidates.select { |candidate| candidate.check.is.values.any? { |ids| ids.include?(fault.id) } }
      end

      # What the look costs beyond the way that the repair needs anyway.
      def extra(candidate, plan)
        there = @transitions.nearest(candidate.state, [plan.state]).first
        straight = @transitions.nearest(@job.state, [plan.state]).first
        straight.finite? ? candidate.total + there - straight : candidate.total
      end
    end
  end
end
