# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # A piece of work of a plan: done, or left out with the reason.
      class Task < Entry
        def admit(job)
          open_job(job)
          plan = Workshop::Plan.of(job) or refuse("task", "Tasks belong to a plan: choose one for the machine")
          known = plan.steps.select { |step| step.kind == :task }.map(&:id)
          refuse("task", "A task of this plan is one of: #{known.join(', ')}") unless known.include?(data["task"])
          refuse("left", "Say why it is left out") if data.key?("left") && data["left"].to_s.strip.empty?
        end

        def apply(job, data) = job.tasks[data["task"]] = { entry: id, left: data["left"] }

        def says(job)
          work = job.machine && Workshop::Plan.of(job)&.task(data["task"])
          name = work&.name || data["task"]
          data["left"] ? "Left out: #{name} - #{data['left']}" : "Done: #{name}"
        end
      end
    end
  end
end
