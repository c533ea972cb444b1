# frozen_string_literal: true

module UpperBranchServer
  # What the board shows of a job: what it waits for, the leading suspects, minutes so far.
  module Summary
    def self.of(job)
      posterior = UpperBranch::Diagnosis::Posterior.of(job)
      step = UpperBranch::Planning::NextStep.of(job, posterior)
      { "machine" => machine(job), "waits_for" => waits_for(step), "minutes" => job.minutes.round, "next" => next_words(job, step), "leading" => leading(job, posterior), "waiting" => waiting(job) }
    end

    def self.waiting(job)
      job.waiting && job.waiting.to_h.slice(:for, :until, :text).transform_keys(&:to_s)
    end

    def self.machine(job)
      named = job.live.reverse.find { |entry| entry["kind"] == "machine" }
      named.dig("data", "name") || job.machine.family["name"]
    end

    def self.waits_for(step)
      return "closed" if step.kind == :close && step.reason.start_with?("Closed")

      step.kind == :check ? UpperBranch::Planning::BenchState.group(step.target.candidate.code) : step.kind.to_s
    end

    def self.next_words(job, step)
      case step.kind
      when :check then step.target.check.name
      when :repair, :refer then UpperBranch::Planning::Repairs.words(job.machine, step.target).name
      when :prove then step.target.name
      else step.reason
      end
    end

    def self.leading(job, posterior)
      return [] if job.findings.empty?

      posterior.all_now.min_by(3) { |id, p| [-p, id] }.select { |_, p| p > 0.1 }.map { |id, p| { "name" => job.machine.fault(id).name, "probability" => p.round(4) } }
    end
    private_class_method :waiting, :machine, :waits_for, :next_words, :leading
  end
end
