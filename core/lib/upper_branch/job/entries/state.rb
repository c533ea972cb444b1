# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # How the machine stands now, where it changed without a check.
      class State < Entry
        def admit(job)
          open_job(job)
          engine = data["engine"]
          carburetor = data["carburetor"] || job.state.carburetor
          if engine && !Workshop::BenchState::ENGINES.include?(engine)
            refuse("engine", "The engine is cold, running or warm")
          end
          refuse("carburetor", "The carburetor is on, open, on the bench or apart") unless carburetor?(carburetor)
          gate = engine == "running" && !job.record? && Workshop::Gates.new(job).before(["R"])
          refuse("engine", gate["says"]) if gate
          return unless engine == "running" && carburetor != "on"

          refuse("engine", "The engine cannot run with the carburetor #{carburetor}: refit it first")
        end

        def surviving(job, _names) = job.machine && data

        def apply(job, data)
          to = Workshop::BenchState.new(engine: data["engine"] || job.state.engine,
                                        carburetor: data["carburetor"] || job.state.carburetor)
          job.move(to, Workshop::Transitions.for(job.machine.family, job.catalogue).minutes(job.state, to))
          job.has_run = true if to.engine == "warm"
        end

        def says(_job)
          "Now #{[data['engine'], data['carburetor'] && "carburetor #{data['carburetor']}"].compact.join(', ')}"
        end

        private

        def carburetor?(word) = Workshop::BenchState::CARBURETORS.include?(word)
      end
    end
  end
end
