# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # Who is at the bench, and the accounts of a shop that works with them.
    module People
      def self.registered(app)
        app.get("/api/v1/account") { answer(account) }
        app.get("/api/v1/join/:code") { answer(settings.store.people.invitation(word("code"))) }
        app.get("/api/v1/people") { answer(everybody) }
        app.get("/api/v1/record") { answer(broken: settings.store.chain.broken.first(50)) }
        app.post("/api/v1/people/invitations") do
          status 201
          answer(code: invited(body_as("NewInvitation")))
        end
        app.post("/api/v1/people/:id") do
          change_person(body_as("PersonChange"))
          answer(everybody)
        end

        app.helpers Helpers
      end

      # What the routes share.
      module Helpers
        def everybody = { people: settings.store.people.list, audit: settings.store.people.audit }

        def invited(data)
          asked = data.values_at("role", "under", "account")
          settings.store.people.invite(role: asked[0], under: asked[1], account: asked[2], by: person)
        end

        def change_person(data)
          id = word("id").match?(/\A\d{1,18}\z/) ? word("id").to_i : raise(Problem.not_found)
          settings.store.people.change(id, role: data["role"], under: data["under"], closed: data["closed"])
        end

        # For the lead, who answers for it.
        def last_backup = person&.lead? ? settings.store.shop.backup : nil

        def last_backup_warning = person&.lead? ? Keeping::Backups.warning(settings.store.shop.backup) : nil

        # How this shop knows its people, who asks, and at an open bench who was there lately.
        def account
          who = settings.accounts ? person : nil
          { mode: settings.accounts ? "accounts" : "open",
            second: env[UpperBranchServer::People::Accounts::WAITING] || false,
            who: who && { name: who.name, role: who.role, signature: who.signature,
                          second: settings.store.people.second?(who.id),
                          passkeys: settings.store.people.passkeys(who.id) },
            lately: settings.accounts ? [] : settings.store.jobs.signatures, backup: last_backup,
            backup_warning: last_backup_warning }
        end
      end
    end
  end
end
