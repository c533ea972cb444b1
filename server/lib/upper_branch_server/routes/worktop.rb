# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # Calculators, and readings judged before they are recorded. Nothing is stored here.
    module Worktop
      def self.registered(app)
        app.get "/api/v1/worktop" do
          etag settings.stamp
          cache_control :no_cache
          content_type :json
          JSON.generate(
            calculators:
              settings.store.catalogue.worktop.calculators.map do |calculator|
                UpperBranch::Views::Answer.calculator(calculator)
              end
          )
        end

        app.post "/api/v1/worktop/:id" do
          calculator = settings.store.catalogue.worktop.calculator(word("id")) or raise Problem.not_found
          data = body_as("Question")
          answer(reckoned { UpperBranch::Views::Answer.answer(calculator.run(data["inputs"], data["units"] || {})) })
        end

        judging(app)
        app.helpers Helpers
      end

      def self.judging(app)
        app.post "/api/v1/jobs/:id/judge" do
          data = body_as("Judge")
          job = settings.store.jobs.replay(settings.store.jobs.find(job_id).entries)
          answer(reckoned { judged(job, data) })
        end
      end

      # What the routes share.
      module Helpers
        def reckoned
          yield
        rescue UpperBranch::Invalid => e
          raise Problem.invalid(e.field.to_s, e.message)
        end

        def judged(job, data)
          machine = job.machine
          check = machine&.check(data["check"]) or
            raise UpperBranch::Invalid.new("check", "No check of this machine is called #{data['check'].inspect}")
          rule = machine.reading(check, data["place"]) or
            raise UpperBranch::Invalid.new("reading", "No limit is known here: enter it, or choose a spec card")
          reading = UpperBranch::Measuring::Reading.judge(rule, data["reading"], job.catalogue.worktop)
          UpperBranch::Views::Answer.reading(reading, check, job.catalogue.scale["verdict"]["clear"]).merge(
            cuts: rule["cuts"],
            limit_unit: rule["unit"],
            physical: rule["physical"],
            limit: rule["limit"]
          )
        end
      end
    end
  end
end
