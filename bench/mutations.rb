# frozen_string_literal: true

require "json"
require "securerandom"
require "stringio"
require "yaml"
require_relative "contract_requests"

# Good requests bent out of shape, the same ones for the same seed.
#
#   Mutations.each(seed: 1, count: 400, job: id) { |method, path, body, type| ... }
#
# Sent to an app of its own (DATABASE_URL), at an open bench and then by a lead who has signed in, the answers counted:
#
#   bin/drill database bundle exec ruby bench/mutations.rb 50000
module Mutations
  GOOD = YAML.safe_load_file(File.expand_path("good_requests.yml", __dir__)).freeze
  BAD_TEXT = [
    "",
    " ",
    "\u0000",
    "a\u0000b",
    "\u2028",
    "\u{1F525}" * 50,
    "x" * 5000,
    "a\nb",
    "'; --",
    "%ff",
    "../..",
    "NaN",
    "true",
    "-1",
    "\uFEFF"
  ].freeze
  BAD_VALUES = [nil, true, 0, -1, 1e308, 2**70, 0.1, [], {}, [[]], [nil], { "a" => 1 }, *BAD_TEXT].freeze
  RAW = [
    ->(text) { text.sub(/\d+/, "1e999") },
    ->(text) { text[0, text.size / 2] },
    ->(text) { text.b.insert(text.size / 2, "\xFF".b) },
    ->(_) { "" },
    ->(text) { text.sub('"', '"\\ud800') },
    ->(text) { text * 2 },
    ->(text) { "#{'[' * 40}#{text}" },
    ->(text) { text.gsub(":", "::") }
  ].freeze
  TYPES = [
    *(["application/json"] * 12),
    "text/csv",
    "application/x-www-form-urlencoded",
    "multipart/form-data; boundary=x",
    "application/json; charset=\xFF".b,
    "",
    nil
  ].freeze

  module_function

  # [status, headers, body] of the app. The Rack environment is written out, since test tools would tidy a bent address
  # first.
  def answer(app, method, path, body, type, cookie: nil)
    address, query = path.split("?", 2)
    env = {
      "REQUEST_METHOD" => method,
      "PATH_INFO" => address,
      "QUERY_STRING" => query.to_s,
      "SCRIPT_NAME" => "",
      "SERVER_NAME" => "127.0.0.1",
      "SERVER_PORT" => "80",
      "HTTP_HOST" => "127.0.0.1",
      "SERVER_PROTOCOL" => "HTTP/1.1",
      "rack.url_scheme" => "http",
      "rack.input" => StringIO.new(body.to_s.b),
      "rack.errors" => $stderr,
      "CONTENT_LENGTH" => body.to_s.bytesize.to_s
    }
    env["CONTENT_TYPE"] = type if type
    env["HTTP_COOKIE"] = cookie if cookie
    status, headers, parts = app.call(env)
    text = +""
    parts.each { |part| text << part.to_s.b }
    parts.close if parts.respond_to?(:close)
    [status, headers, text.force_encoding("UTF-8")]
  end

  def each(seed:, count:, job:, &block)
    return enum_for(:each, seed: seed, count: count, job: job) unless block

    chance = Random.new(seed)
    count.times { yield(*one(chance, job)) }
  end

  def one(chance, job)
    method, path, body = good(chance, job)
    return [method, bent_path(chance, path), nil, nil] if body.nil? || chance.rand < 0.15

    text = JSON.generate(chance.rand < 0.8 ? bent(chance, body) : body)
    text = RAW[chance.rand(RAW.size)].call(text) if chance.rand < 0.3
    [method, chance.rand < 0.1 ? bent_path(chance, path) : path, text, TYPES[chance.rand(TYPES.size)]]
  end

  # One of the good requests, or one of any route: [method, path, body].
  def good(chance, job)
    id = -> { format("%08x-0000-4000-8000-%012x", chance.rand(1 << 32), chance.rand(1 << 40)) }
    return filled(GOOD[chance.rand(GOOD.size)], job, id) if chance.rand < 0.5

    @routes ||= Array.new(8) { |i| ContractRequests.new(Random.new(i)).all }.transpose
    route = @routes[chance.rand(@routes.size)]
    filled(route[chance.rand(route.size)], job, id)
  end

  def filled(value, job, id)
    case value
    when Hash then value.transform_values { |part| filled(part, job, id) }
    when Array then value.map { |part| filled(part, job, id) }
    when String then value.gsub("{job}") { job }.gsub("{id}") { id.call }
    else value
    end
  end

  # The same with one value, or one key, somewhere in it exchanged.
  def bent(chance, value)
    if chance.rand < 0.12 || !(value.is_a?(Hash) || value.is_a?(Array)) || value.empty?
      return BAD_VALUES[chance.rand(BAD_VALUES.size)]
    end
    if value.is_a?(Array)
      return value.dup.tap { |list| list[chance.rand(list.size)] = bent(chance, list[chance.rand(list.size)]) }
    end

    key = value.keys[chance.rand(value.size)]
    case chance.rand(8)
    when 0 then value.reject { |one,| one == key }
    when 1 then value.merge(BAD_TEXT[chance.rand(BAD_TEXT.size)] => 1)
    else value.merge(key => bent(chance, value[key]))
    end
  end

  def bent_path(chance, path)
    case chance.rand(5)
    when 0
      "#{path}#{%w[%ff %00 %2e%2e / // %0a][chance.rand(6)]}"
    when 1
      "#{path}?#{['a[]=1&a[b]=2', 'name[]=x', 'q[]=%ff', 'seed[]=1', '%', 'q=%00', '&' * 300][chance.rand(7)]}"
    when 2
      path.tr("0-9", "%")
    when 3
      path.sub(%r{[^/]+\z}) do |last|
        BAD_TEXT.map { |text| text.b.gsub(/[^\w.-]/n) { |byte| format("%%%02x", byte.ord) } }[
          chance.rand(BAD_TEXT.size)
        ] || last
      end
    else
      path
    end
  end
end

if $PROGRAM_NAME == __FILE__
  require_relative "../server/lib/upper_branch_server"
  database = UpperBranchServer.connect(ENV.fetch("DATABASE_URL")).tap { |one| UpperBranchServer.migrate(one) }
  knowledge = UpperBranchServer::Knowledge.of_files(database)
  job = SecureRandom.uuid
  machine = { "id" => SecureRandom.uuid, "kind" => "machine", "data" => { "family" => "car-one" } }
  knowledge.store.create(job, "Mutated", [machine])
  accounts = UpperBranchServer::People::Accounts.over(store: knowledge.store, secret: "m" * 64, secure: false)
  modes = { "open bench" => nil, "accounts" => accounts }
  # A lead who is signed in, and anew where a request has signed out or changed the account.
  sign_in = lambda do |app|
    code = knowledge.store.people.invite(role: "lead")
    name = "Lead #{SecureRandom.alphanumeric(8)}"
    body = JSON.generate(login: "lead#{SecureRandom.hex(4)}", name: name, password: "nine hens in the shed")
    _, headers, = Mutations.answer(app, "POST", "/api/v1/join/#{code}", body, "application/json")
    Array(headers["set-cookie"]).flat_map { |one| one.split("\n") }.map { |one| one[/\A[^;]+/] }.join("; ")
  end
  modes.each do |mode, middleware|
    app = UpperBranchServer::App.assemble(knowledge: knowledge, accounts: middleware)
    cookie = middleware && sign_in.call(app)
    counts = Hash.new(0)
    asked = Hash.new(0)
    Mutations.each(seed: Integer(ENV.fetch("SEED", 1)), count: Integer(ARGV.fetch(0, 12_000)) / modes.size,
                   job: job) do |method, path, body, type|
      status, _, text = Mutations.answer(app, method, path, body, type, cookie: cookie)
      cookie = sign_in.call(app) if middleware && status == 401
      counts[status] += 1
      asked["#{method} #{path[%r{\A/[^?]*}].to_s.gsub(/\h{8}-[\h-]+/, '*')[0, 60]}"] += 1 if status < 300
      puts "#{status} #{method} #{path} #{type.inspect} #{body.to_s.b[0, 300].inspect}" if status >= 500 || text.empty?
    end
    puts "#{mode}: answers by status: #{counts.sort.to_h}; #{asked.size} addresses answered with success"
  end
end
