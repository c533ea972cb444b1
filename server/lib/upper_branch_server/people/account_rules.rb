# frozen_string_literal: true

module UpperBranchServer
  module People
    # What holds for passkeys, passwords, recovery codes and guesses: settings of Rodauth, in our words.
    module AccountRules
      PASSWORD = 12 # letters at least
      NO_PASSKEY = "This passkey is not known here: sign in by name and password"
      WRONG = "Name or password is wrong. After some wrong ones the next has to wait."
      WEAK = "This is soon guessed: choose another. Three or four words that do not belong together are hard to guess"
      LEAST_SCORE = 3 # of zxcvbn's 0 to 4
      RECOVERY_CODES = 8

      module_function

      # rodauth: Rodauth::Configuration
      def all(rodauth)
        passkeys(rodauth)
        passwords(rodauth)
        recovery(rodauth)
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
          password_is_one_of_the_most_common_message WEAK
          password_does_not_meet_requirements_message { password_requirement_message.to_s }
          password_meets_requirements? do |password|
            next false unless super(password)
            next true if AccountRules.strong?(password, account)

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

      # Codes to be printed, each good once in the place of the second factor: also where the server's own secret is
      # another than when that was set up (a backup on another machine). Only sums are kept.
      def recovery(rodauth)
        rodauth.instance_exec do
          auto_add_recovery_codes? true
          auto_remove_recovery_codes? true
          recovery_codes_limit RECOVERY_CODES
          invalid_recovery_code_message "This code is not one of yours, or was used before"
          auth_class_eval do
            # For the answer: codes that were made with this request.
            def fresh_codes = @fresh_codes ? { "recovery_codes" => @fresh_codes } : {}
          end
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
    end
  end
end
