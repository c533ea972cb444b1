# frozen_string_literal: true

require_relative "lib/upper_branch_server"

run UpperBranchServer::Boot.app
