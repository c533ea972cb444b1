# frozen_string_literal: true

module UpperBranch
  module Practice
    # What an exercise comes to when it is over: what was wrong, the road that was taken beside the planner's and the
    # shop's list, what each step was worth, and which were wasted, dangerous or could not be undone.
    #
    #   debrief = Debrief.new(catalogue, exercise, job).to_h
    class Debrief
      WASTED = 0.05 # bits under which a look has told nothing
      DECIDES = 1.0 # bits from which it has decided: twice as likely as before
      PROVEN = "It was closed as proven with the fault still in: what was tried did not show it."
      COMES = "It was closed as proven with the fault still in: it comes and goes, and one good run proves nothing."

      # job: Job as it was worked on
      def initialize(catalogue, exercise, job)
        @catalogue = catalogue
        @exercise = exercise
        @job = job
        @machine = job.machine
        @truth = exercise.faults.keys
        @worth = Learning::LookWorth.new(job, @truth)
      end

      def to_h
        { truth: truth, found: found?, fooled: fooled, comes_and_goes: comes_and_goes?, circuits: circuits,
          minutes: @job.minutes.round, road: road, planned: planned, house: Learning::HouseMinutes.of(@job, @truth),
          decisive: decisive, missed: missed }
      end

      # {circuit => was it found}, for the learner's record.
      def circuits
        @truth.group_by { |id| fault(id).circuit }.transform_values { |ids| ids.all? { |id| mended.include?(id) } }
      end

      # Was everything mended that was wrong?
      def found? = (@truth - mended).empty?

      # What was closed as proven and is not mended: what to learn from it, or nil.
      def fooled
        return if found? || @job.closing.nil? || @job.closing[:as] != "proven"

        comes_and_goes? ? COMES : PROVEN
      end

      # Was it a matter of luck whether a look met it?
      def comes_and_goes? = @exercise.comes < 1

      private

      def fault(id) = @catalogue.fault(id)
      def mended = @mended ||= @job.mended.flat_map(&:faults).uniq & @truth

      def truth
        @exercise.faults.map do |id, severity|
          row = fault(id)
          { id: id, name: row.name, why: row.why, circuit: row.circuit, part: row.part.name, severity: severity,
            mended: mended.include?(id) }
        end
      end

      # Looks and repairs in their order.
      def road = @road ||= @job.live.filter_map { |entry| step(entry) }

      def step(entry)
        case entry.kind
        when "check" then look(entry.id, @machine.check(entry.data["check"]))
        when "repair" then repair(entry.id, entry.data["repair"])
        end
      end

      def look(entry, check)
        return unless check

        taken = @job.findings.find { |one| one.entry == entry }
        bits = proves?(taken) ? nil : @worth.bits(entry, among: @truth - mended_before(taken))
        { entry: entry, kind: "check", id: check.id, name: check.name, minutes: check.minutes, bits: bits,
          says: bits && said_by(bits) }
      end

      # An honest look may speak against what was wrong: the answer that is usual without it was found with it.
      def said_by(bits)
        return "against" if bits <= -WASTED

        "wasted" if bits < WASTED
      end

      # A look that is taken again at its place after a repair proves it, and is no search.
      def proves?(taken)
        @job.findings.any? do |one|
          one.kind == :check && one.id == taken&.id && one.place == taken.place && one.round < taken.round
        end
      end

      def mended_before(taken) = @job.mended.select { |one| one.round < taken&.round.to_i }.flat_map(&:faults)

      def repair(entry, id)
        plan = Workshop::Repairs.find(@machine, id) or return
        right = plan.faults.map(&:id).intersect?(@truth)
        { entry: entry, kind: "repair", id: id, name: Workshop::Repairs.words(@machine, plan).name,
          minutes: plan.minutes, bits: nil, says: said_of(plan, right, entry) }
      end

      def said_of(plan, right, entry)
        return wiped?(plan, entry) ? "wiped" : "wrong" unless right

        "unproven" if plan.irreversible && @job.defects.none? { |one| plan.faults.map(&:id).include?(one.fault) }
      end

      # Did it destroy a look that would have shown what was wrong, and had not been taken?
      def wiped?(plan, entry)
        looked = @job.live.take_while { |one| one.id != entry }.filter_map { |one| one.data["check"] }
        plainly = @catalogue.scale["planning"]["shown"]
        (plan.destroys - looked).any? do |id|
          check = @machine.check(id)
          check && PlainSign.strength(@machine, check, @truth) >= plainly
        end
      end

      # The look that told most, and how it is done, to see it next time.
      def decisive
        best = road.select { |row| row[:bits] }.max_by { |row| row[:bits] }
        return unless best && best[:bits] >= DECIDES

        best.slice(:entry, :id, :name, :bits).merge(steps: @machine.check(best[:id]).steps)
      end

      # What would have decided it on this very machine, where nothing did: by what was known before anything was
      # mended, since a look that only shows the complaint again tells nothing.
      def missed
        return if decisive

        left = @truth - mended
        check = PlainSign.of(@machine, left.empty? ? @truth : left) { |one| patient.shows?(one) && decides?(one) }
        check && { id: check.id, name: check.name, steps: check.steps }
      end

      def decides?(check)
        entry = { "id" => "tried", "kind" => "check",
                  "data" => { "check" => check.id, "outcomes" => patient.answer(check) } }
        Learning::LookWorth.new(before_repairs.with(entry), @truth).bits("tried") >= DECIDES
      rescue Invalid
        false
      end

      def before_repairs
        @before_repairs ||= begin
          kept = @job.live.take_while { |entry| entry.kind != "repair" }.map(&:id)
          Job.new(@catalogue, @job.entries.select { |row| kept.include?(row["id"]) }, record: true)
        end
      end

      def patient = @patient ||= @exercise.patient

      # What the planner would have done on the same machine.
      def planned
        shift = Planner.new(@catalogue, patient)
        result = shift.result
        { minutes: result.minutes.round, referred: result.referred, road: shift.job.live.filter_map do |one|
          name(one)
        end }
      end

      def name(entry)
        case entry.kind
        when "check" then { kind: "check", name: @machine.check(entry.data["check"]).name }
        when "repair"
          plan = Workshop::Repairs.find(@machine, entry.data["repair"])
          { kind: "repair", name: Workshop::Repairs.words(@machine, plan).name }
        end
      end
    end
  end
end
