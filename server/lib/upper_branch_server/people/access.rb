# frozen_string_literal: true

module UpperBranchServer
  module People
    # Who may ask for what, and under which name entries are signed. Helpers of the routes.
    module Access
      # Asked for by who has not signed in: what is needed to sign in, and the owner's sheet by its code.
      OPEN_TO_ALL = %r{\A/api/v1/(account|catalogue|join/[^/]+|owner/[^/]+)\z}

      # What only a lead does, and what a trainee does not: [method, address].
      LEADS = [
        ["POST", %r{\A/api/v1/schools\z}], ["POST", %r{\A/api/v1/cards(/import)?\z}], ["DELETE", %r{\A/api/v1/cards/}],
        ["POST", %r{\A/api/v1/(knowledge|learning|practice/exercises)(/|\z)}], ["DELETE", %r{\A/api/v1/practice/}],
        [nil, %r{\A/api/v1/(people(/|\z)|record\z)}]
      ].freeze
      NOT_TRAINEES = [
        ["POST", %r{/owner-links\z}], ["POST", %r{\A/api/v1/jobs/(file|zip)\z}], ["PUT", %r{\A/api/v1/machines/}],
        ["POST", %r{\A/api/v1/board\z}]
      ].freeze

      # Person, or nil where nobody has signed in.
      def person = settings.accounts ? env[Accounts::PERSON] : Person.anybody

      # Before every route of the API. Raises Problem 401, 403.
      def admit
        path = request.path
        return if !path.start_with?("/api/") || OPEN_TO_ALL.match?(path)
        raise signed_out unless person
        raise forbidden("The lead does this: ask one of them.") if among?(LEADS) && !person.lead?
        raise forbidden("Whose work you do does this.") if among?(NOT_TRAINEES) && person.trainee?
      end

      # Entries of a request, signed: by who has signed in, or as they say at an open bench.
      def signed(data)
        return data unless settings.accounts

        own = person.signature
        data.merge("entries" => data["entries"].map do |entry|
          said = entry["by"]
          entry.merge("by" => said.nil? || said == own ? own : "#{own}, sent for #{said}"[0, 80])
        end)
      end

      # A job from a file: whose names stand in it nobody here has seen, so each says who has brought it in.
      def brought(data)
        return data unless settings.accounts

        own = person.signature
        data.merge("entries" => data["entries"].map do |entry|
          said = entry["by"]
          entry.merge("by" => (said.nil? ? "brought in by #{own}" : "#{said[0, 60]}, brought in by #{own}")[0, 80])
        end)
      end

      # A job is closed by who answers for it, and reopened by the lead; what is practised, by who practises. Raises
      # Problem 403.
      def fit_for(entries, job)
        return if person.lead?
        return own_practice if settings.store.practices.practice?(job)

        closes = entries.any? { |entry| entry["kind"] == "close" }
        raise forbidden("A trainee does not close a job: whose work it is does.") if closes && person.trainee?

        struck = entries.filter_map { |entry| entry["data"]["entry"] if entry["kind"] == "strike" }
        raise forbidden("The lead reopens a closed job.") if struck.any? && settings.store.jobs.closings(job, struck)
      end

      private

      def among?(rules)
        rules.any? { |method, path| [nil, request.request_method].include?(method) && path.match?(request.path) }
      end

      def signed_out
        second = env[Accounts::WAITING]
        Problem.new(401, second ? "second-factor" : "signed-out", "Nobody has signed in",
                    second ? "Give the six digits of your second factor." : "Sign in, then it goes on. What was " \
                                                                             "entered is kept.")
      end

      def forbidden(detail) = Problem.new(403, "forbidden", "Not with this account", detail)
    end
  end
end
