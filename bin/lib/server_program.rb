# frozen_string_literal: true

# Runs a program of server/ with the server's gems and no others.
#
#   ruby bin/lib/server_program.rb server/keep.rb backup var/backups
require_relative "gem_groups"
gems :default, :server
program = File.expand_path("../../#{ARGV.shift}", __dir__)
$PROGRAM_NAME = program
load program
