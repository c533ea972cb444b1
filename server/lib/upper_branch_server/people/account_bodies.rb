# frozen_string_literal: true

module UpperBranchServer
  module People
    # What is sent to sign in, to join and to change an account, judged before it is looked at: JSON, an object, texts
    # of a bounded length; of passkeys by the contract.
    class AccountBodies
      PATHS = %r{\A/api/v1/(account|join)(/|\z)}
      LONGEST = 1000 # letters of a text
      SCHEMAS = { "webauthn_setup" => "PasskeyMade", "webauthn_auth" => "PasskeyGiven" }.freeze

      def initialize(app, contract)
        @app = app
        @contract = contract
      end

      def call(env)
        return @app.call(env) unless env["REQUEST_METHOD"] == "POST" && PATHS.match?(env["PATH_INFO"])

        data = RequestBody.read(env["rack.input"], Asked::LIMIT)
        look(data)
        text = JSON.generate(data)
        @app.call(env.merge("rack.input" => StringIO.new(text), "CONTENT_LENGTH" => text.bytesize.to_s))
      end

      private

      def look(data)
        raise Problem.invalid("", "The request: send an object") unless data.is_a?(Hash)

        data.each do |field, value|
          schema = SCHEMAS[field]
          schema ? by_contract(field, schema, value) : text(field, value)
        end
      end

      def by_contract(field, schema, value)
        @contract.check(schema, value)
      rescue Problem
        raise Problem.invalid(field, "#{field}: this is no answer of a passkey")
      end

      def text(field, value)
        return if value.is_a?(String) && value.length <= LONGEST

        raise Problem.invalid(field, "#{field}: a text of at most #{LONGEST} letters")
      end
    end
  end
end
