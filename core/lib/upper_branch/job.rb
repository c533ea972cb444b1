# frozen_string_literal: true

module UpperBranch
  # A job: an append-only list of entries, replayed into what is known now. Nothing is ever changed or deleted; a
  # mistake is struck out by a later entry and stays visible.
  #
  #   job = Job.replay(catalogue, [{"id" => "1", "kind" => "machine", "data" => {"family" => "car-one"}}, ...])
  #   job.findings, job.state, job.repairs
  #
  # The same entries and the same catalogue always give the same job. What an entry may be and what it does stands with
  # its kind in job/entries/.
  class Job
    RECORDED = 1 # minutes to write down a trial that has cured it
    # What entries add to.
    KEPT = %i[@findings @repairs @loose @parts @tasks @cleared @photos @settings @cautions @notes @lost @waived @gates
              @fitted @trials @passed_over].freeze

    # A repair done; faults: ids it aimed at; success: the chance it had; round: how many had been done before; place:
    # id of the one place it was done at, nil for all; left: {figure => number} as it was left; undone: steps of its
    # sheet that were not ticked.
    Repair = Struct.new(:entry, :id, :faults, :success, :round, :place, :left, :undone, keyword_init: true) do
      def initialize(left: {}, undone: [], **) = super
    end

    # One change of one setting that was run; result: better, same, worse or right, or left as it stands; place:
    # Workshop::Places::Place, nil for all alike. What was worse is put back.
    Trial = Struct.new(:entry, :setting, :place, :from, :to, :result, keyword_init: true) do
      def stands = result == "worse" ? from : to
      def changed? = result != "left"
    end

    # A part that came off; part: id of strip.yml, nil for one by a name of its own; notes: {note => text}; back: id of
    # the entry that put it back on, nil while it is off.
    Part = Struct.new(:entry, :part, :name, :notes, :condition, :place, :back, keyword_init: true) do
      def off? = back.nil?
    end

    # A passage, jet or hole that was cleared; passage: id of strip.yml, nil for one by a name of its own; found, left:
    # words of strip.yml; place: id of the carburetor of a set, or nil.
    Cleared = Struct.new(:entry, :passage, :name, :found, :left, :place, keyword_init: true)

    # A photo; photo: the id its picture is kept under; of: id of the entry it shows, nil for the machine as a whole.
    Photo = Struct.new(:entry, :photo, :of, :caption, keyword_init: true)

    # One round of a setting loop: told: {field => number or word}; goals: {goal => number} given with it; fresh: it
    # begins anew; place: id or nil; round: how many repairs had been done.
    Setting = Struct.new(:entry, :loop, :place, :fresh, :goals, :told, :round, keyword_init: true)

    # What a job waits for, beyond its next step: soaking, cooling, parts; until: time as written (ISO 8601) or nil.
    Wait = Struct.new(:entry, :for, :until, :text, keyword_init: true)

    # called: what the shop calls the machine, or nil; card: the spec card its limits come from, {"id", "name"} or nil
    attr_accessor :called, :card, :state, :closing, :minutes, :has_run, :waiting

    # entries: rows as they are stored. lost: what of them the catalogue no longer knows, [{entry:, says:}].
    # loose: ids of checks that took something off which nobody has ticked as back on. waived: {fault id => {entry:,
    # reason:}}; gates: answers given, [{gate:, round:, findings: how many there were}]. parts: Part each that came
    # off, in that order; tasks: {task id => {entry:, left: why it was left out, or nil}}; cleared: Cleared each,
    # photos: Photo each, settings: Setting each, in the order they came. passed_over: {check id => {entry:, reason:,
    # round:}}, checks that could not be done.
    # guard: called with (what, error) where something of a stored job cannot be applied or shown, which is then left
    # out; nil: the error is raised.
    attr_reader :guard, :catalogue, :machine, :trials, :entries, :findings, :loose, :repairs, :cautions, :notes,
                :struck, :lost, :waived, :gates, :parts, :tasks, :cleared, :photos, :settings, :passed_over

    def self.replay(catalogue, entries, guard: nil)
      new(catalogue, entries, guard: guard)
    end

    # record: this is written down after the fact, so that gates, which hold back what is still to be done, let it pass
    def initialize(catalogue, entries, record: false, guard: nil)
      @catalogue = catalogue
      @guard = guard
      @record = record
      @entries = entries
      @struck = entries.select { |row| row["kind"] == "strike" }.map { |row| row.dig("data", "entry") }
      @findings, @repairs, @trials, @gates = Array.new(4) { [] }
      @loose, @parts, @cleared, @photos = Array.new(4) { [] }
      @settings, @cautions, @notes, @lost = Array.new(4) { [] }
      @tasks, @waived, @fitted, @passed_over = Array.new(4) { {} }
      @minutes = 0.0
      @state = Workshop::BenchState.new
      @has_run = false
      live.each { |entry| replayed(entry) }
    end

    # Every entry as an object of its kind, struck out or not.
    def all = @all ||= @entries.map { |row| Entry.of(row) }

    # Entries that have not been struck out.
    def live
      all.reject { |entry| @struck.include?(entry.id) || entry.kind == "strike" }
    end

    # The entry that undoing takes back: the latest that is not the machine itself, or nil.
    def last
      live.reverse.find { |entry| entry.kind != "machine" }
    end

    # How many repairs have been done.
    def round = @repairs.size

    def closed? = !@closing.nil?

    # The same job with one more entry; raises Invalid when the entry cannot stand. Used before anything is stored. Only
    # the new entry is replayed, but where it takes back an earlier one.
    def with(row)
      entry = Entry.of(row)
      entry.admit(self)
      if entry.kind == "strike"
        Job.new(@catalogue, @entries + [row], record: @record,
                                              guard: @guard)
      else
        dup.go_on(row, entry)
      end
    end

    def record? = @record

    # Defects seen or measured so far, in the order they were found.
    def defects = Defect.of(self)

    # The repairs with what each has mended for good: a fault that is found at another place as well is still in.
    def mended
      open = defects.reject(&:mended)
      @repairs.map do |repair|
        left = open.select { |defect| defect.round <= repair.round }.map(&:fault)
        repair.dup.tap { |copy| copy.faults = repair.faults - left }
      end
    end

    # Chance that a repair does it now. Most fail by accident, and another try is as good as the first; some help one
    # machine and not another (`tries`), and what did nothing once seldom helps the second time: the mean of a beta
    # distribution about the usual chance, after as many failures. plan: of Workshop::Repairs
    def chance_of(plan)
      return plan.success unless plan.tries

      plan.success * plan.tries / (plan.tries + @repairs.count { |one| one.id == plan.id })
    end

    # Was this fault found by a trial that cured it? Then the repair is done, and only has to be recorded.
    def trial?(fault_id)
      defects.any? do |defect|
        defect.fault == fault_id && defect.open? && @catalogue.check(defect.check).cures.include?(defect.word)
      end
    end

    # Latest result of a check: Finding or nil. round: only results seen since that many repairs; place: only those that
    # speak of this place (Workshop::Places::Place), be it with all others
    def result(check_id, round = nil, place: nil)
      @findings.reverse.find do |finding|
        finding.kind == :check && finding.id == check_id && (round.nil? || finding.round == round) &&
          (place.nil? || [nil, place].include?(finding.place))
      end
    end

    # Could this check not be done, as far as is known since the last repair?
    def passed_over?(check_id) = @passed_over.dig(check_id, :round) == round

    # Latest word on a symptom: "present", "absent" or nil.
    def symptom(id)
      @findings.reverse.find { |finding| finding.symptom? && finding.id == id }&.words&.first
    end

    # Symptoms that were complained of before any repair; what was only answered when asked is no complaint.
    def complaint
      @findings.select do |finding|
        finding.symptom? && finding.words == ["present"] && finding.round.zero? && !finding.asked
      end
    end

    # Was this symptom complained of, at any time?
    def complained?(id)
      @findings.any? { |one| one.symptom? && one.id == id && one.words == ["present"] && !one.asked }
    end

    # How the machine is made was found out: it stands, whatever is entered of it later, until it is struck out.
    # features: {id => true or false}
    def found_fitted(features)
      @fitted.merge!(features)
      @machine = @machine.refitted(@fitted)
    end

    # The machine as it was entered, with what has been found out about it.
    def machine=(machine)
      @machine = @fitted.empty? ? machine : machine.refitted(@fitted)
    end

    # The machine comes into another state; minutes: of the way there, infinite where nobody knows one.
    def move(state, minutes)
      @minutes += minutes if minutes.finite?
      @state = state
      @has_run = true if state.engine == "running"
      @has_run = false if state.engine == "cold"
    end

    # Names of what is still off: parts, and what checks took off.
    def loose_ends
      parts.select(&:off?).map(&:name) + loose.flat_map { |id| @catalogue.check(id).puts_back }.uniq
    end

    def inspect = "#<Job #{@entries.size} entries>"

    protected

    # One more entry, on a copy of one's own. Returns itself.
    def go_on(row, entry)
      @all = all + [entry]
      @entries += [row]
      entry.replay(self)
      self
    end

    private

    # One entry that cannot be applied must not make the job unreadable.
    def replayed(entry)
      entry.replay(self)
    rescue StandardError => e
      raise unless @guard

      @guard.call("entry #{entry.kind}", e)
      @lost << { entry: entry.id, says: Entry::NOT_APPLIED }
    end

    # A copy shares nothing that an entry changes.
    def initialize_copy(other)
      super
      KEPT.each { |name| instance_variable_set(name, instance_variable_get(name).dup) }
      @parts = @parts.map(&:dup) # they are put back on
    end
  end
end
