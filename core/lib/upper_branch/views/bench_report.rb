# frozen_string_literal: true

module UpperBranch
  module Views
    # What a report tells the shop besides: the entries, what came off and was cleared, what is still suspected, the
    # limits.
    class BenchReport
      def self.of(job) = new(job).to_h

      def initialize(job)
        @job = job
        @machine = job.machine
        @posterior = Diagnosis::Posterior.of(job)
      end

      def to_h
        { told: Told.of(@job), parts: Strip.of(@job), cleared: Strip.cleared(@job), suspects: suspects,
          circuits: circuits, limits: @machine.limits.given_rows.map { |id, row| limit(id, row) } }
      end

      private

      def suspects
        now = @posterior.all_now
        now.select { |_, p| p >= 0.02 }.sort_by { |id, p| [-p.round(9), id] }.first(8)
           .map { |id, p| { name: @job.catalogue.fault(id).name, probability: p.round(4) } }
      end

      # How far each circuit explains what was found: what the branch is drawn from.
      def circuits
        blame = @posterior.blame
        @job.catalogue.circuits.filter_map do |circuit|
          faults = @machine.faults.select { |fault| fault.circuit == circuit["id"] }
          next if faults.empty?

          free = faults.reduce(1.0) { |left, fault| left * (1 - blame[fault.id]) }
          { id: circuit["id"], name: circuit["name"], share: (1 - free).round(4) }
        end
      end

      def limit(id, row)
        check = @job.catalogue.check(id)
        { name: check.reading["name"], cuts: row["cuts"], unit: check.reading["unit"],
          source: [row["card"], row["source"], row["date"]].compact.join(", ") }
      end
    end
  end
end
