# frozen_string_literal: true

module UpperBranchServer
  class Store
    # Accounts of the shop and the links by which people join. Passwords and sessions are Rodauth's (People::Accounts).
    #
    #   code = people.invite(role: "technician", by: lead)   # told once
    #   people.join(code, login: "ines", name: "Ines")       # => account id; the code is used up
    class People
      Names = UpperBranchServer::People::Names
      DAYS = 7
      OPEN = 2
      CLOSED = 3
      LOGIN = /\A[a-z0-9][a-z0-9._-]{1,39}\z/

      def initialize(database)
        @database = database
      end

      def none? = @database[:accounts].empty?

      # Person, or nil where the account is closed. id: of the account
      def find(id)
        row = accounts.where(Sequel[:accounts][:id] => id, Sequel[:accounts][:status_id] => OPEN).first
        row && person(row)
      end

      # Does this account ask for a second factor?
      def second?(id) = @database[:account_otp_keys].where(id: id).any?

      # Ids of the passkeys of an account, the one used last first.
      def passkeys(id)
        @database[:account_webauthn_keys].where(account_id: id).reverse(:last_use).select_map(:webauthn_id)
      end

      # Everybody, as the lead sees them.
      def list
        slowed = waiting
        accounts.order(Sequel[:accounts][:name]).map do |row|
          { **person(row).to_h, login: row[:login], closed: row[:status_id] == CLOSED, second: row[:second],
                                last: row[:last]&.utc&.iso8601,
                                locked: slowed.include?(UpperBranchServer::People::Guesses.of(row[:login])) }
        end
      end

      # A code for one who joins, or for one who is there and chooses a new password. by: Person or nil (first start)
      # Raises Problem 422 where there is no such account.
      def invite(role:, by: nil, under: nil, account: nil)
        known(under: under, account: account)
        code = Codes.make
        @database[:invitations].where { expires_at < Sequel.function(:now) }.delete
        @database[:invitations].insert(code_sum: Codes.sum(code), role: role, under: under, account_id: account,
                                       made_by: by&.id, expires_at: Time.now + (DAYS * 86_400))
        code
      end

      # What a code is for: {role:, login:, name:}, the last two where it is for one who is there. Raises Problem 404,
      # 410.
      def invitation(code)
        row = @database[:invitations].where(code_sum: Codes.sum(code)).first or raise Problem.not_found
        raise run_out if row[:expires_at] < Time.now

        account = row[:account_id] && @database[:accounts].where(id: row[:account_id]).first
        { role: row[:role], login: account&.fetch(:login), name: account&.fetch(:name) }
      end

      # Uses the code up: id of the account, new or known. Raises Problem 404, 410, 422. Inside a transaction of its
      # caller, who sets the password.
      def join(code, login:, name:)
        told = invitation(code)
        row = @database[:invitations].where(code_sum: Codes.sum(code)).returning.delete.first or raise Problem.not_found
        if row[:account_id]
          @database[:account_webauthn_keys].where(account_id: row[:account_id]).delete
          %i[account_otp_keys account_recovery_codes].each do |table| # begun anew, whole
            @database[table].where(id: row[:account_id]).delete
          end
          return row[:account_id]
        end

        fitting(login)
        name = Names.checked(name)
        @database[:accounts].insert(login: login.downcase, name: name, name_key: Names.key(name),
                                    skeleton: Names.skeleton(name), role: told[:role], under: row[:under])
      rescue Sequel::UniqueConstraintViolation => e
        raise name_taken(name) if DatabaseProblem.said(e, PG::Result::PG_DIAG_CONSTRAINT_NAME) == "accounts_name_once"

        raise Problem.invalid("login", "Somebody here signs in as #{login} already: choose another")
      end

      # Works out what looks alike anew: of accounts from before there was a name_key.
      def name_keys
        @database[:accounts].order(:id).select_map(%i[id name name_key]).each do |id, name, key|
          own = key.end_with?(" ##{id}") ? key : Names.key(name)
          others = @database[:accounts].exclude(id: id).where(name_key: own)
          @database[:accounts].where(id: id).update(skeleton: Names.skeleton(name),
                                                    name_key: others.empty? ? own : "#{own} ##{id}")
        end
      end

      # role, under, closed: what is to change. Raises Problem 404, 422: one lead there must be.
      def change(id, role: nil, under: nil, closed: nil)
        @database.transaction do
          @database[:accounts].where(role: "lead", status_id: OPEN).for_update.select_map(:id)
          status = { true => CLOSED, false => OPEN }[closed]
          values = { role: role, under: under, status_id: status }.compact
          values[:under] = nil if role && role != "trainee"
          known(under: under)
          @database[:accounts].where(id: id).update(values).positive? or raise Problem.not_found
          raise last_lead if @database[:accounts].where(role: "lead", status_id: OPEN).empty?

          @database[:account_active_session_keys].where(account_id: id).delete if closed
        end
      end

      # Ends every session of an account.
      def sign_out(id) = @database[:account_active_session_keys].where(account_id: id).delete

      # The last things that were done with accounts, the latest first.
      def audit(most = 100)
        rows = @database[:account_authentication_audit_logs].join(:accounts, id: :account_id)
        rows = rows.order(Sequel.desc(:at)).limit(most)
                   .select(:name, :message, :at, Sequel[:accounts][:id].as(:account), alike(:accounts).as(:alike))
        rows.map do |row|
          name = shown(*row.values_at(:name, :account, :alike))
          { name: name, says: row[:message], at: row[:at].utc.iso8601 }
        end
      end

      private

      def accounts
        @database[:accounts].left_join(Sequel[:accounts].as(:masters), id: Sequel[:accounts][:under])
                            .select_all(:accounts)
                            .select_append(Sequel[:masters][:name].as(:master), second.as(:second), last.as(:last),
                                           alike(:accounts).as(:alike), alike(:masters).as(:master_alike))
      end

      def second = @database[:account_otp_keys].where(id: Sequel[:accounts][:id]).select(1).exists

      # Does another account have a name that looks like this one's?
      def alike(table)
        @database[:accounts].from_self(alias: :others).where(Sequel[:others][:skeleton] => Sequel[table][:skeleton])
                            .exclude(Sequel[:others][:id] => Sequel[table][:id]).select(1).exists
      end

      # Sign-in names that have to wait now.
      def waiting
        rows = @database[:attempts].where { blocked_until > Sequel.function(:now) }
        rows.where(Sequel.like(:name, "guess:login:%")).select_map(:name)
      end

      def last
        @database[:account_active_session_keys].where(account_id: Sequel[:accounts][:id])
                                               .select(Sequel.function(:max, :last_use))
      end

      def person(row)
        under = row[:master] && shown(row[:master], row[:under], row[:master_alike])
        UpperBranchServer::People::Person.new(id: row[:id], name: row[:name], role: row[:role], under: under,
                                              alike: row[:alike])
      end

      def shown(name, id, alike) = UpperBranchServer::People::Person.shown(name, id, alike)

      def known(**ids)
        ids.compact.each do |field, id|
          next if @database[:accounts].where(id: id).any?

          raise Problem.invalid(field.to_s, "There is no such account: choose one of the list")
        end
      end

      def fitting(login)
        return if login.to_s.downcase.match?(LOGIN)

        raise Problem.invalid("login", "2 to 40 letters without blanks: a to z, digits, dot, dash")
      end

      # Of a closed account too: it stands under entries.
      def name_taken(name)
        Problem.invalid("name", "#{name} is or was somebody else here: add a second name or a letter")
      end

      def run_out
        Problem.new(410, "expired", "This link has run out", "It is good for #{DAYS} days: ask the lead for a new one.")
      end

      def last_lead
        Problem.invalid("role", "One lead there must be: make somebody else a lead first")
      end
    end
  end
end
