# frozen_string_literal: true

module UpperBranch
  module Learning
    # What a job that was closed as proven or sound teaches: what was really wrong, what was thought of it at first,
    # what each check was worth, and how long it all took. Plain data, so that it can be kept.
    #
    #   ClosedJob.of(job)   # => {"family" => "small-float", "truth" => ["water"], "first" => {"water" => 0.21}, ...}
    #   ClosedJob.of(open_job)   # => nil
    #
    # What was wrong: the defects that were found and mended, and the fault of the repair after which it was proven.
    # Where only a repair of many things at once has done it, nobody knows: "truth" is nil, and it counts for minutes
    # alone.
    class ClosedJob
      ENDED = %w[proven sound].freeze
      INTAKE = %w[machine symptom condition note photo].freeze
      ASKED = %w[caution gate].freeze # what the page asks in between, before anything is looked at
      LEAST = 0.001 # chance below which a fault of the first ranking is not kept

      def self.of(job)
        new(job).to_h if job.machine && ENDED.include?(job.closing&.fetch(:as))
      end

      # What was thought of a job at first, from the machine and what was told of it, nothing looked at yet:
      # {fault id => chance that it is to blame}; nil where nothing was complained of.
      def self.first_ranking(job)
        before = job.entries.take_while { |entry| (INTAKE | ASKED).include?(entry["kind"]) }
        told = before.select { |entry| INTAKE.include?(entry["kind"]) }
        early = Job.new(job.catalogue, told, record: true)
        return unless early.machine && early.complaint.any?

        Diagnosis::Posterior.of(early).blame.select { |_, chance| chance >= LEAST }.transform_values { |p| p.round(4) }
      end

      def initialize(job)
        @job = job
        @machine = job.machine
      end

      def to_h
        { "family" => @machine.family["id"], "ended" => @job.closing[:as], "truth" => truth,
          "first" => ClosedJob.first_ranking(@job), "shown" => shown, "checks" => checks, "repairs" => repairs,
          "minutes" => @job.minutes.round, "found" => truth&.any? ? found_after : nil,
          "house" => truth&.any? ? HouseMinutes.of(@job, truth) : nil }
      end

      private

      # Ids, sorted; nil where nobody knows.
      def truth
        return @truth if defined?(@truth)

        last = @job.repairs.last
        named = last && @machine.fault(last.id) ? [last.id] : []
        known = @job.defects.select(&:mended).map(&:fault) | named
        @truth = last && known.empty? ? nil : known.sort
      end

      def looks = @looks ||= @job.findings.select { |one| one.kind == :check && one.round.zero? && one.reported.nil? }

      # How a single fault showed at what was looked at before any repair: [{"check", "of" => {word => [strength by the
      # tables, shown]}}]. What is the defect itself, or rules it out, is no matter of experience.
      def shown
        return [] unless truth&.size == 1

        fault = @machine.fault(truth.first) or return []
        looks.uniq(&:id).filter_map do |look|
          check = @machine.check(look.id)
          next if check.nil? || check.cleared.include?(fault.id) || check.records?

          { "check" => check.id, "of" => words(fault, check, look.words) }
        end
      end

      def words(fault, check, seen)
        row = @machine.arrows.row(fault, check).reject { |word, _| check.is.key?(word) }
        row.to_h { |word, strength| [word, [strength.round(4), seen.include?(word) ? 1 : 0]] }
      end

      # Every look with what it took, where somebody has said so, and what it was worth: bits by which it raised the
      # chance of what was really wrong.
      def checks
        looks.map do |look|
          { "check" => look.id, "took" => took(look.entry), "minutes" => @machine.check(look.id)&.minutes,
            "bits" => bits(look.entry) }
        end
      end

      def took(entry) = row(entry)&.dig("data", "minutes")
      def row(entry) = @job.entries.find { |one| one["id"] == entry }

      def bits(entry) = (@worth ||= LookWorth.new(@job, truth)).bits(entry)

      def repairs
        @job.repairs.filter_map do |repair|
          plan = Workshop::Repairs.find(@machine, repair.id) or next
          fault = @machine.fault(plan.id)
          { "repair" => repair.id, "kind" => fault && Workshop::Repairs.kind_of(@machine, fault)["id"],
            "took" => took(repair.entry), "minutes" => plan.minutes, "right" => right(repair) }
        end
      end

      # Did it mend something that was wrong? nil where nobody knows
      def right(repair) = truth && repair.faults.intersect?(truth)

      # Minutes until what was wrong had been seen, or was repaired unseen.
      def found_after
        seen = @job.defects.select { |defect| truth.include?(defect.fault) }.map(&:entry)
        mended = @job.repairs.select { |repair| right(repair) }.map(&:entry)
        first = @job.entries.index { |entry| (seen | mended).include?(entry["id"]) } or return
        Job.new(@job.catalogue, @job.entries.first(first + 1), record: true).minutes.round
      end
    end
  end
end
