# frozen_string_literal: true

# The gems of a program of bin/, as bin/start or bin/test laid them into var/gems: only the groups it names are asked
# for, so that it runs where the others were never installed.
#
#   require_relative "lib/gem_groups"
#   gems :default
#
# UPPER_BRANCH_GEMS names another folder than var/gems.
ENV["BUNDLE_GEMFILE"] ||= File.expand_path("../../Gemfile", __dir__)
laid = ENV.fetch("UPPER_BRANCH_GEMS") { File.expand_path("../../var/gems", __dir__) }
ENV["BUNDLE_PATH"] = laid if File.directory?(laid)
require "bundler"

def gems(*groups)
  Bundler.setup(*groups)
  $LOAD_PATH.unshift(File.expand_path("../../core/lib", __dir__))
rescue Bundler::BundlerError => e
  missing = "the gems it needs are not installed. Run bin/start once; it installs them."
  abort "#{File.basename($PROGRAM_NAME)}: #{missing}\n#{e.message}"
end
