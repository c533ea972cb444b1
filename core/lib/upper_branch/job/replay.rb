# frozen_string_literal: true

module UpperBranch
  class Job
    # What one entry does to a job being replayed.
    module Replay
      # What the catalogue no longer knows is noted as lost; the rest is replayed.
      def self.apply(job, entry)
        kept = Surviving.of(job, entry)
        kept.lost.each { |says| job.lost << { entry: entry["id"], says: says } }
        send(entry["kind"].to_sym, job, entry, kept.data) if kept.data
      end

      def self.machine(job, _entry, data)
        job.machine = Machine.new(job.catalogue, family: data["family"], features: data["features"], context: data["context"], work: data["work"], schools: data["schools"], lacks: data["lacks"],
                                                 limits: data["limits"])
      end

      def self.symptom(job, entry, data)
        job.findings << Finding.new(entry: entry["id"], kind: :symptom, id: data["symptom"], words: [data["seen"]],
                                    conditions: data["when"] || [], round: job.round)
      end

      def self.check(job, entry, data)
        check = job.machine.check(data["check"]) || job.catalogue.check(data["check"]) # known, or it would be lost
        reading = data["reading"] && (judged(job, entry, check, data["reading"]) or return)
        stand(job, check)
        job.minutes += data["minutes"] || check.minutes
        job.loose << check.id if check.puts_back.any? && !job.loose.include?(check.id)
        job.findings << Finding.new(entry: entry["id"], kind: :check, id: check.id, words: data["outcomes"] || [reading.word],
                                    chances: data["outcomes"] ? nil : reading.chances, conditions: [], round: job.round, reading: reading)
      end

      # nil, and noted as lost, when a reading can no longer be judged: its unit, or what its calculator asks for, has gone.
      def self.judged(job, entry, check, reading)
        Measuring::Reading.judge(job.machine.reading(check), reading, job.catalogue.worktop)
      rescue Invalid => e
        job.lost << { entry: entry["id"], says: "The reading of #{check.name} can no longer be judged: #{e.message}" }
        nil
      end

      def self.put_back(job, _entry, data)
        job.loose.delete(data["check"])
      end

      # Doing a check brings the machine into the state the check needs, by the nearest way; the way's minutes count.
      def self.stand(job, check)
        return if check.states.any? { |code| job.state.meets?(code) }

        cost, state = Planning::Transitions.for(job.machine.family, job.catalogue).nearest(job.state, check.states)
        move(job, state, cost)
      end

      def self.move(job, state, cost)
        job.minutes += cost if cost.finite?
        job.state = state
        job.has_run = true if state.engine == "running"
        job.has_run = false if state.engine == "cold"
      end

      def self.repair(job, entry, data)
        plan = Planning::Repairs.find(job.machine, data["repair"]) or return lost_repair(job, entry, data)
        faults = data["faults"] || plan.faults.map(&:id)
        Planning::Transitions.for(job.machine.family, job.catalogue).nearest(job.state, [plan.state]).then { |cost, state| move(job, state, cost) if state && cost.finite? }
        job.minutes += data["minutes"] || plan.minutes
        job.repairs << Job::Repair.new(entry: entry["id"], id: plan.id, faults: faults, success: plan.success, round: job.round)
      end

      # A repair nobody knows any more was still done, and what was seen after it was seen after it.
      def self.lost_repair(job, entry, data)
        job.minutes += data["minutes"] || 0
        job.repairs << Job::Repair.new(entry: entry["id"], id: data["repair"], faults: data["faults"], success: 0.0, round: job.round)
      end

      def self.state(job, _entry, data)
        to = Planning::BenchState.new(engine: data["engine"] || job.state.engine, carburetor: data["carburetor"] || job.state.carburetor)
        cost = Planning::Transitions.for(job.machine.family, job.catalogue).minutes(job.state, to)
        move(job, to, cost)
        job.has_run = true if to.engine == "warm"
      end

      def self.caution(job, _entry, data)
        job.cautions << data["hazard"]
      end

      def self.note(job, entry, data)
        job.notes << { entry: entry["id"], text: data["text"] }
      end

      # One wait at a time: a later one takes its place, "nothing" ends it.
      def self.wait(job, entry, data)
        job.waiting = data["for"] == "nothing" ? nil : Wait.new(entry: entry["id"], for: data["for"], until: data["until"], text: data["text"])
      end

      def self.close(job, entry, data)
        job.waiting = nil
        job.closing = { entry: entry["id"], as: data["as"], reason: data["reason"] }
      end
    end
  end
end
