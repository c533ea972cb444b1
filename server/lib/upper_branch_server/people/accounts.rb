# frozen_string_literal: true

require "roda"
require "rodauth"

module UpperBranchServer
  module People
    # Signing in, by Rodauth: argon2, sessions that end and can be ended, password rules, an audit log, and for
    # who wants them a second factor (TOTP) and passkeys (WebAuthn), which stand for both. In front of the app; who has
    # signed in stands in env[PERSON].
    #
    #   People::Accounts.over(store: store, secret: "64 letters or more", secure: false)   # => middleware class
    module Accounts
      PERSON = "upper_branch.person"
      SESSION = "upper_branch.session" # sum under which the session is kept (account_active_session_keys)
      WAITING = "upper_branch.second" # true while the second factor is owed
      PREFIX = "/api/v1/account"
      PASSWORD = 12     # letters at least
      IDLE = 12 * 3600  # s without a request
      LONGEST = 14 * 86_400
      # What a refusal carries that is the beginning of something: a secret to be typed in, a challenge to be answered.
      SECRETS = %w[otp_secret otp_raw_secret webauthn_setup webauthn_setup_challenge webauthn_setup_challenge_hmac
                   webauthn_auth webauthn_auth_challenge webauthn_auth_challenge_hmac].freeze
      NO_PASSKEY = "This passkey is not known here: sign in by name and password"
      WRONG = "Name or password is wrong. After some wrong ones the next has to wait."
      WEAK = "This is soon guessed: choose another. Three or four words that do not belong together are hard to guess"
      LEAST_SCORE = 3 # of zxcvbn's 0 to 4
      RECOVERY_CODES = 8

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
            json_response_body do |told|
              next Accounts.problem(self, told) if told["error"]

              super(@fresh_codes ? told.merge("recovery_codes" => @fresh_codes) : told)
            end
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
          passkeys(rodauth)
          passwords(rodauth)
          recovery(rodauth)
          guesses(rodauth)
        end

        # Codes to be printed, each good once in the place of the second factor: also where the server's own secret is
        # another than when that was set up (a backup on another machine). Only sums are kept.
        def recovery(rodauth)
          rodauth.instance_exec do
            auto_add_recovery_codes? true
            auto_remove_recovery_codes? true
            recovery_codes_limit RECOVERY_CODES
            invalid_recovery_code_message "This code is not one of yours, or was used before"
            add_recovery_code do
              code = Codes.make
              (@fresh_codes ||= []) << code
              db[recovery_codes_table].insert(id: session_value, code: Codes.sum(code))
            end
            recovery_code_match? do |code|
              db[recovery_codes_table].where(id: session_value, code: Codes.sum(code)).delete == 1
            end
          end
        end

        # A passkey asks for the hand or the face it belongs to, so it is both factors in one. It names the account
        # itself: nobody learns from it which names there are.
        def passkeys(rodauth)
          rodauth.instance_exec do
            webauthn_rp_name "Upper Branch"
            webauthn_user_verification "required"
            webauthn_login_user_verification_additional_factor? true
            webauthn_invalid_webauthn_id_message NO_PASSKEY
            webauthn_invalid_auth_param_message NO_PASSKEY
            webauthn_invalid_setup_param_message "The device did not make a passkey for here"
          end
        end

        def passwords(rodauth)
          rodauth.instance_exec do
            password_minimum_length PASSWORD
            password_maximum_length 200
            require_password_confirmation? false
            password_too_short_message "At least #{PASSWORD} letters: a short sentence is easy to keep in mind"
            password_is_one_of_the_most_common_message WEAK
            password_meets_requirements? do |password|
              next false unless super(password)
              next true if Accounts.strong?(password, account)

              set_password_requirement_error_message(:password_soon_guessed, WEAK)
              false
            end
          end
        end

        # Not to be guessed by who knows the usual ways: zxcvbn (Wheeler, USENIX Security 2016), with the own names.
        def strong?(password, account)
          require "zxcvbn"
          Zxcvbn.zxcvbn(password[0, 100], account.to_h.values_at(:login, :name).compact)["score"] >= LEAST_SCORE
        end

        # Who guesses learns nothing of which part was wrong, and waits (Guesses).
        def guesses(rodauth)
          rodauth.instance_exec do
            no_matching_login_message WRONG
            invalid_password_message WRONG
            after_no_matching_login do
              password_hash(param(password_param)) # takes as long as a wrong password
              Accounts.guesses_of(scope).wrong
            end
            after_login_failure do
              super()
              Accounts.guesses_of(scope).wrong
            end
            after_login do
              super()
              Accounts.signed_in(scope, account[:login])
            end
            otp_auth_failures_limit 5
          end
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
          ours = rodauth.class.route_hash.key?(request.path.delete_prefix(PREFIX))
          request.params.delete("login") if request.path == "#{PREFIX}/webauthn-login"
          request.on("api/v1/account") { request.rodauth } if ours
          request.on("api/v1/join", String, method: :post) { |code| join(scope, code, store) }
          return unless rodauth.logged_in?

          waits = rodauth.two_factor_authentication_setup? && !rodauth.two_factor_authenticated?
          scope.env[WAITING] = waits
          scope.env[PERSON] = store.people.find(rodauth.session_value) unless waits
          scope.env[SESSION] = rodauth.send(:compute_hmac, rodauth.session["active_session_id"].to_s)
        rescue Sequel::Error
          raise if request.path.start_with?("/api/") # the page itself still comes
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
