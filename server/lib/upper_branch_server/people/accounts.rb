# frozen_string_literal: true

require "roda"
require "rodauth"

module UpperBranchServer
  module People
    # Signing in, by Rodauth: argon2, sessions that end and can be ended, rules (AccountRules), an audit log, and for
    # who wants them a second factor (TOTP) and passkeys (WebAuthn), which stand for both. In front of the app; who has
    # signed in stands in env[PERSON].
    #
    #   People::Accounts.over(store: store, secret: "64 letters or more", secure: false)   # => middleware class
    module Accounts
      PERSON = "upper_branch.person"
      SESSION = "upper_branch.session" # sum under which the session is kept (account_active_session_keys)
      WAITING = "upper_branch.second" # true while the second factor is owed
      PREFIX = "/api/v1/account"
      IDLE = 12 * 3600 # s without a request
      LONGEST = 14 * 86_400
      # What a refusal carries that is the beginning of something: a secret to be typed in, a challenge to be answered.
      SECRETS = %w[otp_secret otp_raw_secret webauthn_setup webauthn_setup_challenge webauthn_setup_challenge_hmac
                   webauthn_auth webauthn_auth_challenge webauthn_auth_challenge_hmac].freeze

      class << self
        # secret: for cookies and second factors; secure: whether it is served by https alone
        def over(store:, secret:, secure:)
          Class.new(Roda) do
            plugin :middleware
            plugin :sessions, secret: secret, key: "upper-branch",
                              cookie_options: { same_site: :strict, http_only: true, secure: secure, path: "/" }
            plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i # checked before: AccountBodies
            plugin(:rodauth, json: :only) { Accounts.configure(self, store, secret) }
            const_set(:DEVICES, Devices.new(secret))
            const_set(:SECURE, secure)
            route { |r| Accounts.route(self, r, store) }
          end
        end

        def configure(rodauth, store, secret)
          rodauth.instance_exec do
            db store.database
            enable :json, :login, :logout, :change_password, :active_sessions, :audit_logging, :argon2,
                   :otp, :recovery_codes, :disallow_common_passwords, :webauthn_autofill
            prefix PREFIX
            hmac_secret secret
            json_response_body { |told| told["error"] ? Accounts.problem(self, told) : super(told.merge(fresh_codes)) }
            login_column :login
            require_bcrypt? false
            skip_status_checks? false
            normalize_login { |login| login.to_s.strip.downcase }
            already_logged_in { nil } # another one takes over at the same tablet
            domain { request.host } # one of the permitted ones (App)
            use_database_authentication_functions? false
            session_inactivity_deadline IDLE
            session_lifetime_deadline LONGEST
            otp_issuer "Upper Branch"
          end
          AccountRules.all(rodauth)
        end

        # Of who tries to sign in now.
        def guesses_of(scope)
          login = scope.request.params["login"].to_s
          device = scope.class::DEVICES.known(scope.request.cookies[Devices::COOKIE], login)
          Guesses.new(scope.rodauth.db, login: login, address: Limits.who(scope.request), device: device)
        end

        # This device is known from now on, and what was wrong before is forgotten.
        def signed_in(scope, login)
          guesses_of(scope).right
          value = { value: scope.class::DEVICES.cookie(login), path: "/api/v1/account", max_age: Devices::SECONDS,
                    same_site: :strict, httponly: true, secure: scope.class::SECURE }
          Rack::Utils.set_cookie_header!(scope.response.headers, Devices::COOKIE, value)
        end

        # Is this session still good? A database that can only be read, or has no room, still answers who it is.
        def active?(rodauth)
          rodauth.currently_active_session?
        rescue Sequel::DatabaseError => e
          raise unless DatabaseProblem.read_only?(e)

          key = rodauth.send(:compute_hmac, rodauth.session["active_session_id"].to_s)
          rodauth.db[:account_active_session_keys].where(account_id: rodauth.session_value, session_id: key).any?
        end

        def route(scope, request, store)
          rodauth = scope.rodauth
          # A session that has ended is nobody's: the page still comes, and asks to sign in.
          rodauth.clear_session if rodauth.logged_in? && !active?(rodauth)
          guesses_of(scope).look if request.post? && request.path == "#{PREFIX}/login"
          scope.response["cache-control"] = "no-store" if request.path.start_with?("/api/")
          answer(scope, request, store)
          known(scope, rodauth, store) if rodauth.logged_in?
        rescue Sequel::Error
          raise if request.path.start_with?("/api/") # the page itself still comes
        end

        # What is asked of the accounts themselves is answered here.
        def answer(scope, request, store)
          ours = scope.rodauth.class.route_hash.key?(request.path.delete_prefix(PREFIX))
          request.params.delete("login") if request.path == "#{PREFIX}/webauthn-login"
          request.on("api/v1/account") { request.rodauth } if ours
          request.on("api/v1/join", String, method: :post) { |code| join(scope, code, store) }
        end

        # Who asks stands in the environment from here on, once the second factor is given where one is owed.
        def known(scope, rodauth, store)
          waits = rodauth.two_factor_authentication_setup? && !rodauth.two_factor_authenticated?
          scope.env[WAITING] = waits
          scope.env[PERSON] = store.people.find(rodauth.session_value) unless waits
          scope.env[SESSION] = rodauth.send(:compute_hmac, rodauth.session["active_session_id"].to_s)
        end

        # What Rodauth refuses, in the words of the API. Signing in names no field, or it would tell what was right.
        def problem(rodauth, told)
          field, detail = told["field-error"]
          field = nil if rodauth.request.path.end_with?("/login")
          says = (detail || told["error"]).to_s.sub(/\A./, &:upcase)
          rodauth.response.headers["content-type"] = "application/problem+json"
          problem = Problem.new(rodauth.response.status || 400, "account", told["error"], says,
                                errors: field && [{ field: field, detail: says }])
          JSON.generate(problem.body.merge(told.slice(*SECRETS),
                                           request: Journal.request).compact)
        end

        # A new account, or a new password, and signed in with it.
        def join(scope, code, store)
          rodauth = scope.rodauth
          told = scope.request.params
          password = told["password"].to_s
          unless rodauth.password_meets_requirements?(password)
            raise Problem.invalid("password", rodauth.send(:password_does_not_meet_requirements_message))
          end

          store.database.transaction do
            id = store.people.join(code, login: told["login"].to_s, name: told["name"].to_s)
            store.people.sign_out(id)
            rodauth.account_from_id(id)
            rodauth.set_password(password)
            rodauth.login("join")
          end
        end
      end
    end
  end
end
