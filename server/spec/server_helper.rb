# frozen_string_literal: true

require_relative "../../core/spec/spec_helper"
require_relative "../lib/upper_branch_server"
require "rack/attack"
require "rack/test"
require "committee"
require_relative "../../bench/mutations"
require "securerandom"

# One database, one catalogue, one app for all server and system specs.
module ServerUnderTest
  TABLES = %w[
    entries photos owner_links jobs machines settings catalogues spec_cards logs attempts invitations
    account_password_hashes account_recovery_codes account_active_session_keys account_otp_keys
    account_webauthn_keys account_webauthn_user_ids account_authentication_audit_logs accounts lookers amendments
    closed_jobs verdicts practices exercises
  ].freeze

  # As the owner of the tables, who migrates and empties them.
  def self.owner
    @owner ||=
      UpperBranchServer
        .connect(ENV.fetch("DATABASE_URL") do
                   abort "Run bin/test: it starts the database these specs need."
                 end, limits: nil)
        .tap { |database| UpperBranchServer.migrate(database) }
  end

  # As the app: what it is not allowed fails here as it would in a shop.
  def self.database
    @database ||= UpperBranchServer.connect(app_url)
  end

  def self.app_url
    @app_url ||= SecureRandom.hex(12).then do |password|
      UpperBranchServer::AppRole.new(owner).make(password)
      UpperBranchServer::AppRole.url(ENV.fetch("DATABASE_URL"), password)
    end
  end

  def self.store
    knowledge.store
  end

  # The catalogue of all specs, until one changes it.
  def self.knowledge
    @knowledge ||= knowledge_on(database)
  end

  def self.knowledge_on(database)
    UpperBranchServer::Knowledge.new(database, BASE_TABLES, unchanged: CATALOGUE)
  end

  def self.rack
    @rack ||= UpperBranchServer::App.assemble(knowledge: knowledge)
  end

  def self.clean
    owner.transaction do
      owner.run("SET LOCAL session_replication_role = replica") # no triggers, or entries would refuse
      owner.run("TRUNCATE #{TABLES.join(', ')}")
    end
    knowledge.refresh
  end
end

# What a view left out because of a mistake of ours: no example may pass with any, but those that make them on purpose
# (left_out: true).
module LeftOut
  def self.list = @list ||= []

  def error(event, *, **)
    LeftOut.list << event if event.start_with?("left out")
    super
  end
end
UpperBranchServer::Journal.singleton_class.prepend(LeftOut)

Rack::Attack.enabled = false # but where limits are looked at

# Requests as the browser makes them, and every answer held against server/openapi.yml.
module ApiCalls
  include Rack::Test::Methods
  include Committee::Test::Methods

  def app = ServerUnderTest.rack
  def default_host = "127.0.0.1"

  def committee_options
    @committee_options ||= {
      schema_path: UpperBranchServer::Contract::PATH,
      strict_reference_validation: true,
      parse_response_by_content_type: true,
      query_hash_key: "rack.request.query_hash"
    }
  end

  def request_object = last_request
  def response_data = [last_response.status, last_response.headers, last_response.body]

  def post_json(path, body, headers = {})
    headers.each { |name, value| header(name, value) }
    header "Content-Type", "application/json"
    post path, body.is_a?(String) ? body : JSON.generate(body)
    last_request.env["rack.input"].rewind
    assert_request_schema_confirm if last_response.status < 300
    answer
  end

  def get_json(path)
    get path
    answer
  end

  def answer = JSON.parse(last_response.body)
  def entry(kind, data) = { id: SecureRandom.uuid, kind: kind, data: data }
  def machine(family = "car-one", **more) = entry("machine", { family: family, **more })

  # A stored job: the answer of the server.
  def job_with(*entries)
    post_json "/api/v1/jobs", { id: SecureRandom.uuid, title: "Test job", entries: [machine, *entries] }
  end
end

RSpec.configure do |config|
  config.include ApiCalls, type: :api
  config.define_derived_metadata(file_path: %r{server/spec|spec/drills}) { |metadata| metadata[:type] ||= :api }
  config.before(type: :api) { ServerUnderTest.clean }
  config.before { LeftOut.list.clear }
  config.after { |example| expect(LeftOut.list).to be_empty unless example.metadata[:left_out] }
end
