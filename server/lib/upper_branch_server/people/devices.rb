# frozen_string_literal: true

require "openssl"
require "securerandom"

module UpperBranchServer
  module People
    # Devices on which somebody has signed in with an account before: a cookie that says so, made with the server's
    # secret. It signs nobody in; its holder is only not slowed down by what others guess.
    #
    #   devices = Devices.new(secret)
    #   devices.cookie("ines")                # => value of the cookie
    #   devices.known(value, "ines")          # => the device's id, nil for another account or a made-up cookie
    class Devices
      COOKIE = "upper-branch-device"
      SECONDS = 365 * 86_400

      def initialize(secret)
        @key = OpenSSL::HMAC.digest("SHA256", secret, "devices")
      end

      def cookie(login)
        id = SecureRandom.alphanumeric(16)
        "#{id}.#{sum(login, id)}"
      end

      def known(value, login)
        id, sum = value.to_s.split(".", 2)
        id if id && sum && OpenSSL.secure_compare(sum, sum(login, id))
      end

      private

      def sum(login, id) = OpenSSL::HMAC.hexdigest("SHA256", @key, "#{login.to_s.strip.downcase}\n#{id}")
    end
  end
end
