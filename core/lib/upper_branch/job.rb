# frozen_string_literal: true

module UpperBranch
  # A job: an append-only list of entries, replayed into what is known now. Nothing is ever changed or deleted; a mistake is
  # struck out by a later entry and stays visible.
  #
  #   job = Job.replay(catalogue, [{"id" => "1", "kind" => "machine", "data" => {"family" => "car-one"}}, ...])
  #   job.findings, job.state, job.repairs
  #
  # The same entries and the same catalogue always give the same job. Raises Invalid naming the field of the entry that
  # cannot be used.
  class Job
    KINDS = %w[machine symptom check put_back repair state caution note wait strike close].freeze

    # One observation: kind :symptom or :check; words as reported; chances {word => p} for a reading, else nil.
    # round: how many repairs had been done when it was seen.
    Finding = Struct.new(:entry, :kind, :id, :words, :chances, :conditions, :round, :reading, keyword_init: true)
    Repair = Struct.new(:entry, :id, :faults, :success, :round, keyword_init: true)

    # What a job waits for, beyond its next step: soaking, cooling, parts; until: time as written (ISO 8601) or nil.
    Wait = Struct.new(:entry, :for, :until, :text, keyword_init: true)

    attr_accessor :machine, :state, :closing, :minutes, :has_run, :waiting
    attr_reader :catalogue, :entries, :findings, :loose, :repairs, :cautions, :notes, :struck, :lost

    def self.replay(catalogue, entries)
      new(catalogue, entries)
    end

    def initialize(catalogue, entries)
      @catalogue = catalogue
      @entries = entries
      @struck = entries.select { |entry| entry["kind"] == "strike" }.map { |entry| entry.dig("data", "entry") }
      @findings = []
      @repairs = []
      @loose = []
      @cautions = []
      @notes = []
      @lost = []
      @minutes = 0.0
      @state = Planning::BenchState.new
      @has_run = false
      live.each { |entry| Replay.apply(self, entry) }
    end

    # Entries that have not been struck out.
    def live
      @entries.reject { |entry| @struck.include?(entry["id"]) || entry["kind"] == "strike" }
    end

    # lost: what of the entries the catalogue no longer knows, [{entry:, says:}] (Surviving).
    # loose: ids of checks that took something off which nobody has ticked as back on.

    # How many repairs have been done.
    def round
      @repairs.size
    end

    def closed?
      !@closing.nil?
    end

    # The same job with one more entry; raises Invalid when the entry cannot stand. Used before anything is stored.
    def with(entry)
      Admission.check(self, entry)
      Job.new(@catalogue, @entries + [entry])
    end

    # Latest result of a check: Finding or nil. round: only results seen since that many repairs.
    def result(check_id, round = nil)
      @findings.reverse.find { |finding| finding.kind == :check && finding.id == check_id && (round.nil? || finding.round == round) }
    end

    # Latest word on a symptom: "present", "absent" or nil.
    def symptom(id)
      @findings.reverse.find { |finding| finding.kind == :symptom && finding.id == id }&.words&.first
    end

    def complaint
      @findings.select { |finding| finding.kind == :symptom && finding.words == ["present"] && finding.round.zero? }
    end

    def inspect = "#<Job #{@entries.size} entries>"

    # @api private: what Replay builds
  end
end
