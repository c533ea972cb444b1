# frozen_string_literal: true

# Does a server answer at this address, whatever it says? Exit 0 or 1. Without gems: it takes a tenth of a second.
#
#   ruby --disable-gems bin/lib/answers.rb http://127.0.0.1:8420/ready [SECONDS]
require "net/http"
require "openssl"

PATIENCE = Float(ARGV.fetch(1, 15)) # s
uri = URI(ARGV.fetch(0))
uri.host = "127.0.0.1" if uri.host == "0.0.0.0"
begin
  Net::HTTP.start(uri.host, uri.port, use_ssl: uri.scheme == "https", verify_mode: OpenSSL::SSL::VERIFY_NONE,
                                      open_timeout: PATIENCE, read_timeout: PATIENCE) { |http| http.get(uri.path) }
rescue StandardError
  exit 1
end
