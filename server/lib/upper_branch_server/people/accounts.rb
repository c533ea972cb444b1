# frozen_string_literal: true

require "roda"
require "rodauth"

module UpperBranchServer
  module People
    # Signing in, by Rodauth: argon2, lockout, sessions that end and can be ended, password rules, an audit log, and for
    # who wants them a second factor (TOTP) and passkeys (WebAuthn), which stand for both. In front of the app; who has
    # signed in stands in env[PERSON].
    #
    #   People::Accounts.over(store: store, secret: "64 letters or more", secure: false)   # => middleware class
    module Accounts
      PERSON = "upper_branch.person"
      WAITING = "upper_branch.second" # true while the second factor is owed
      PREFIX = "/api/v1/account"
      PASSWORD = 12     # letters at least
      IDLE = 12 * 3600  # s without a request
      LONGEST = 14 * 86_400
      # What a refusal carries that is the beginning of something: a secret to be typed in, a challenge to be answered.
      SECRETS = %w[otp_secret otp_raw_secret webauthn_setup webauthn_setup_challenge webauthn_setup_challenge_hmac
                   webauthn_auth webauthn_auth_challenge webauthn_auth_challenge_hmac].freeze
      NO_PASSKEY = "This passkey is not known here: sign in by name and password"
      WRONG = "Name or password is wrong. After ten wrong ones the account waits a quarter of an hour."

      class << self
        # secret: for cookies and second factors; secure: whether it is served by https alone
        def over(store:, secret:, secure:)
          Class.new(Roda) do
            plugin :middleware
            plugin :sessions, secret: secret, key: "upper-branch",
                              cookie_options: { same_site: :strict, http_only: true, secure: secure, path: "/" }
            plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i, parser: lambda { |text|
              RequestBody.read(StringIO.new(text), Asked::LIMIT)
            }
            plugin(:rodauth, json: :only) { Accounts.configure(self, store, secret) }
            route do |r|
              Accounts.route(self, r, store)
            rescue Problem => e
              response.status = e.status
              response.headers["content-type"] = "application/problem+json"
              response.write(JSON.generate(e.body.merge(request: Journal.request).compact))
              r.halt
            end
          end
        end

        def configure(rodauth, store, secret)
          rodauth.instance_exec do
            db store.database
            enable :json, :login, :logout, :lockout, :change_password, :active_sessions, :audit_logging, :argon2,
                   :otp, :disallow_common_passwords, :webauthn_autofill
            prefix PREFIX
            hmac_secret secret
            json_response_body { |told| told["error"] ? Accounts.problem(self, told) : super(told) }
            login_column :login
            require_mail? false
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
          guesses(rodauth)
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
            password_is_one_of_the_most_common_message "This is one of the first that is tried: choose another"
          end
        end

        # Who guesses learns nothing of which part was wrong, and waits.
        def guesses(rodauth)
          rodauth.instance_exec do
            no_matching_login_message WRONG
            invalid_password_message WRONG
            after_no_matching_login { password_hash(param(password_param)) } # takes as long as a wrong password
            max_invalid_logins 10
            account_lockouts_deadline_interval minutes: 15
            unlock_account_request_route nil
            unlock_account_route nil
            otp_auth_failures_limit 5
          end
        end

        def route(scope, request, store)
          rodauth = scope.rodauth
          # A session that has ended is nobody's: the page still comes, and asks to sign in.
          rodauth.clear_session if rodauth.logged_in? && !rodauth.currently_active_session?
          ours = rodauth.class.route_hash.key?(request.path.delete_prefix(PREFIX))
          request.params.delete("login") if request.path == "#{PREFIX}/webauthn-login"
          request.on("api/v1/account") { request.rodauth } if ours
          request.on("api/v1/join", String, method: :post) { |code| join(scope, code, store) }
          return unless rodauth.logged_in?

          waits = rodauth.two_factor_authentication_setup? && !rodauth.two_factor_authenticated?
          scope.env[WAITING] = waits
          scope.env[PERSON] = store.people.find(rodauth.session_value) unless waits
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
