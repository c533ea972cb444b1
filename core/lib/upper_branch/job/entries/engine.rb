# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # What the engine of this machine is known by: power, or displacement and full speed. What it asks for follows,
      # and a flow is judged against that.
      class Engine < Entry
        def admit(job)
          open_job(job)
          refuse("engine", "Give its power, or its displacement and its full speed") if data.compact.empty?
          job.machine.with_engine(known(job))
        end

        def apply(job, _data)
          job.machine = job.machine.with_engine(known(job))
        rescue Invalid => e
          job.lost << { entry: id, says: "What was said of the engine can no longer stand: #{e.message}" }
        end

        def says(job) = ["What the engine is known by.", job.machine&.engine&.says].compact.join(" ")

        private

        def known(job) = job.machine.engine.to_h.merge(data)
      end
    end
  end
end
