# frozen_string_literal: true

source "https://gems.invalid"
# The lock names no host: gems come from the source this machine's RubyGems is set to.
Bundler.settings.set_command_option("mirror.https://gems.invalid/", Gem.sources.to_a.first)

gem "csv", "~> 3.3"
gem "diff-lcs", "~> 1.6", require: false
gem "json_schemer", "~> 2.5"
gem "matrix", "~> 0.4"
gem "numo-narray", "~> 0.9.2"
gem "ruby-units", "~> 4.1"
gem "zeitwerk", "~> 2.6"

group :server do
  gem "argon2", "~> 2.3", require: false
  gem "pg", "~> 1.5"
  gem "prawn", "~> 2.5"
  gem "prawn-svg", "~> 0.40", require: false
  gem "puma", "~> 8.0"
  gem "rack-attack", "~> 6.7"
  gem "rack-session", "~> 2.1"
  gem "rackup", "~> 2.2"
  gem "rexml", "~> 3.4"
  gem "roda", "~> 3.90", require: false
  gem "rodauth", "~> 2.38", require: false
  gem "rotp", "~> 6.3", require: false
  gem "rqrcode", "~> 2.2", require: false
  gem "ruby-vips", "~> 2.2", require: false
  gem "rubyzip", "~> 2.4", require: false
  gem "sequel", "~> 5.90"
  gem "sinatra", "~> 4.2"
  gem "webauthn", "~> 3.4", require: false
  gem "zxcvbn", "~> 1.0", require: false
end

group :test do
  gem "axe-core-api", "~> 4.10"
  gem "axe-core-capybara", "~> 4.10"
  gem "axe-core-rspec", "~> 4.10"
  gem "capybara", "~> 3.40"
  gem "committee", "~> 5.5"
  gem "pdf-inspector", "~> 1.3", require: false
  gem "prop_check", "~> 1.0"
  gem "rack-test", "~> 2.1"
  gem "rspec", "~> 3.13"
  gem "rubocop", "~> 1.75", require: false
  gem "rubocop-performance", "~> 1.25", require: false
  gem "rubocop-rspec", "~> 3.6", require: false
  gem "rubocop-sequel", "~> 0.4", require: false
  gem "selenium-webdriver", ">= 4.20"
end
