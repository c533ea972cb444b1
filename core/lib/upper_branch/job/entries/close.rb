# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # The end of a job: proven, sound as it came (nothing was wrong, nothing was repaired), referred out, or unproven
      # with its reason.
      class Close < Entry
        WAYS = %w[proven sound referred unproven].freeze

        def admit(job)
          open_job(job)
          refuse("as", "A job closes as #{WAYS.join(', ')}") unless WAYS.include?(data["as"])
          refuse("reason", "Say why it closes without proof") if data["as"] == "unproven" && reason.empty?
          case data["as"]
          when "proven" then proven(job)
          when "sound" then sound(job)
          end
        end

        def apply(job, data)
          job.waiting = nil
          job.closing = { entry: id, as: data["as"], reason: data["reason"] }
        end

        def says(_job)
          "Closed: #{data['as']}#{" - #{data['reason']}" if data['reason']}"
        end

        private

        def reason = data["reason"].to_s.strip

        def proven(job)
          left = Workshop::Proof.of(job).left
          refuse("as", "Not proven yet: #{left.map(&:name).join(', ')}") if left.any?
          whole(job)
        end

        # Nothing was repaired, and what was complained of was looked for again and is not there: then it is written
        # down why it was thought to be. A plan that was gone through needs no reason.
        def sound(job)
          refuse("as", "Something was repaired: it is proven, or closes without proof") if job.round.positive?
          left = job.machine.plan ? Workshop::Proof.of(job).left.map(&:name) : still_there(job)
          refuse("as", "Not shown to be sound yet: #{left.join(', ')}") if left.any?
          refuse("reason", "Say what was found instead, or how it was looked for") if reason.empty? && !job.machine.plan
          whole(job)
        end

        # Names of the complaints whose latest word is not that they are gone.
        def still_there(job)
          ids = job.complaint.map(&:id).uniq
          ids.reject { |id| job.symptom(id) == "absent" }.map { |id| job.catalogue.symptom(id).name }
        end

        # A job never closes in pieces, nor while a defect that was found is neither repaired nor left with a reason.
        def whole(job)
          if job.state.carburetor != "on"
            refuse("as",
                   "Put it together first: the carburetor is #{job.state.carburetor}")
          end
          ends = job.record? ? [] : job.loose_ends
          refuse("as", "Still off: #{ends.join(', ')}. Tick each as back on first") if ends.any?
          open = job.defects.select(&:open?).map { |defect| job.catalogue.fault(defect.fault).name }
          return if open.empty?

          refuse("as", "Found and not repaired: #{open.join(', ')}. Repair it, or say why it is left as it is")
        end
      end
    end
  end
end
