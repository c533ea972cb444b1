# frozen_string_literal: true

# What a worker grows to: varied requests (machines, complaints, conditions, answers, readings) to an app of its own.
# Reported, never asserted; the aim is under 300 MB after 3000.
#
#   bin/drill database bundle exec ruby bench/memory.rb [REQUESTS]
require_relative "../server/lib/upper_branch_server"
require "json"
require "securerandom"
require "stringio"
require_relative "mutations"

tables = UpperBranch::Catalogue::Loader.new(UpperBranch::Catalogue::DEFAULT).read
catalogue = UpperBranch::Catalogue.new(tables)
database = UpperBranchServer.connect(ENV.fetch("DATABASE_URL")).tap { |one| UpperBranchServer.migrate(one) }
knowledge = UpperBranchServer::Knowledge.new(database, tables, unchanged: catalogue)
app = UpperBranchServer::App.assemble(knowledge: knowledge)
$stdout.sync = true
chance = Random.new(4)
entry = ->(kind, data) { { id: SecureRandom.uuid, kind: kind, data: data } }
resident = -> { File.read("/proc/self/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024 }
statuses = Hash.new(0)
started = Process.clock_gettime(Process::CLOCK_MONOTONIC)

ask = lambda do |path, body|
  status, _, text =
    Mutations.answer(app, body ? "POST" : "GET", path, body && JSON.generate(body), body && "application/json")
  statuses[status] += 1
  JSON.parse(text)
end

requests = Integer(ARGV.fetch(0, 3000))
sent = 0
puts "at the start: #{resident.call} MB"
while sent < requests
  family = catalogue.families.sample(random: chance)
  switches = catalogue.features.keys.sample(chance.rand(0..4), random: chance).to_h { |id| [id, chance.rand < 0.5] }
  machine = UpperBranch::Workshop::Machine.new(catalogue, family: family["id"], features: switches)
  complaint = machine.symptoms.sample(2, random: chance).map do |row|
    entry.call(
      "symptom",
      {
        symptom: row.id,
        seen: "present",
        when: catalogue.conditions.sample(chance.rand(0..2), random: chance).map { |one| one["id"] }
      }
    )
  end
  job =
    ask.call(
      "/api/v1/jobs",
      {
        id: SecureRandom.uuid,
        title: "Varied",
        entries: [entry.call("machine", { family: family["id"], features: switches }), *complaint]
      }
    )
  6.times do
    check = machine.checks.sample(random: chance)
    answer =
      ask.call(
        "/api/v1/jobs/#{job['id']}/entries",
        {
          version: job["version"],
          entries: [
            entry.call("check", { check: check.id, outcomes: [check.words(machine.features).sample(random: chance)] })
          ]
        }
      )
    job = answer if answer["version"]
  end
  ask.call("/api/v1/jobs/#{job['id']}", nil)
  sent += 8
  puts format("%<sent>5d requests: %<size>d MB", sent: sent, size: resident.call) if (sent % 400).zero?
end
seconds = Process.clock_gettime(Process::CLOCK_MONOTONIC) - started
puts format(
  "%<sent>d requests in %<seconds>.0f s, answers %<statuses>s, kept %<kept>s",
  sent: sent,
  seconds: seconds,
  statuses: statuses,
  kept: catalogue.kept.inspect
)
