# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # The end of a job: proven, referred out, or unproven with its reason.
      class Close < Entry
        WAYS = %w[proven referred unproven].freeze

        def admit(job)
          open_job(job)
          refuse("as", "A job closes as #{WAYS.join(', ')}") unless WAYS.include?(data["as"])
          reason = data["reason"].to_s.strip
          refuse("reason", "Say why it closes without proof") if data["as"] == "unproven" && reason.empty?
          proven(job) if data["as"] == "proven"
        end

        def apply(job, data)
          job.waiting = nil
          job.closing = { entry: id, as: data["as"], reason: data["reason"] }
        end

        def says(_job)
          "Closed: #{data['as']}#{" - #{data['reason']}" if data['reason']}"
        end

        private

        # A job never closes in pieces, nor while a defect that was found is neither repaired nor left with a reason.
        def proven(job)
          left = Workshop::Proof.of(job).left
          refuse("as", "Not proven yet: #{left.map(&:name).join(', ')}") if left.any?
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
