# frozen_string_literal: true

require "set"

module UpperBranch
  module Workshop
    # The machine in hand: its family, what it has fitted, and what is known about its past.
    #
    #   machine = Machine.new(catalogue, family: "car-one", features: {"power-valve" => false})
    #   machine.faults.size
    #
    # Raises Invalid naming the field when a word is not in the catalogue.
    class Machine
      attr_reader :catalogue, :family, :features, :context, :work, :lacks, :faults, :checks, :symptoms, :options,
                  :schools, :limits, :places, :engine, :plan

      # features: {id => true/false}, switches against the family's preset; context: {question => option}; work: list of
      # ids; schools: {topic => option}, the shop's choices; lacks: tools this bench does not have; limits: {check =>
      # row} of a spec card or of this job (Limits); carburetors, cylinders: how many, nil where nobody has said;
      # engine: {"power", "displacement", "full_speed"} (Engine); plan: id of plans.yml, or nil (a complaint is traced)
      def initialize(catalogue, family:, features: {}, context: {}, work: [], schools: {}, lacks: [], limits: {},
                     carburetors: nil, cylinders: nil, engine: nil, plan: nil)
        @given = { family: family, features: features, context: context, work: work, schools: schools, lacks: lacks,
                   carburetors: carburetors, cylinders: cylinders, engine: engine, plan: plan }
        @catalogue = catalogue
        @family = catalogue.family(family) or
          raise unknown("family", "family", family, catalogue.families.map { |row| row["id"] })
        @places = Places.new(catalogue, @family, { "carburetors" => carburetors, "cylinders" => cylinders })
        @features = Features.fitted(catalogue, @family, features || {}, carburetors)
        @plan = planned(plan)
        know_past(context || {}, Array(work))
        @lacks = checked_lacks(Array(lacks))
        @schools = Schools.new(catalogue, schools)
        @engine = Engine.new(self, engine)
        @limits = Limits.new(self, limits)
        fit
        freeze
      end

      def check(id) = @by_id[:checks][id]
      def symptom(id) = @by_id[:symptoms][id]
      def fault(id) = @by_id[:faults][id]

      # Id of the fault that a word of a check is, on this machine, or nil: where several could be it, none is found
      # yet. place: id of the one place that was looked at, or nil
      def defect(check, word, place = nil)
        there = unlike_row(check, place)&.dig("is", check.id, word)
        return there if there && fault(there)

        ids = check.is.fetch(word, []).select { |id| fault(id) && !meant?(id) }
        ids.first if ids.one?
      end

      # Words of a check without those that name a thing meant so on this machine: these are no evidence, and no repair
      # takes them away.
      def unintended(check, words)
        words.reject do |word|
          ids = check.is.fetch(word, []).select { |id| fault(id) }
          ids.any? && ids.all? { |id| meant?(id) }
        end
      end

      # true, false or nil (nobody knows) for a condition that rates depend on, e.g. "old", "stood", "modified".
      def condition(id)
        return true if @holds.include?(id)
        return false if @denies.include?(id)

        nil
      end

      # Where the family lets a repair of this fault be reached from, when that is nearer than its kind says; or nil.
      def access(fault_id)
        @nearer[fault_id]
      end

      # The same in words, or nil.
      def access_says(fault_id) = @ways.find { |row| row["faults"]&.include?(fault_id) }&.fetch("says")

      # How this machine gives easier access to a check, in words, or nil.
      def access_to(check) = @ways.find { |row| row["checks"]&.include?(check.id) }&.fetch("says")

      # The same machine with other limits. limits: as `new` takes them
      def with_limits(limits) = Machine.new(catalogue, **@given, limits: limits)

      # The same machine with what was said of its engine: as `new` takes it
      def with_engine(engine) = Machine.new(catalogue, **@given, engine: engine, limits: limits.given_rows)

      # The same machine with features that were found out at the bench: {id => true or false}
      def refitted(features)
        given = @given.merge(features: (@given[:features] || {}).merge(features))
        Machine.new(catalogue, **given, limits: limits.given_rows)
      end

      # Ids of places of a kind that are not as the others (a screw that stays shut), on every carburetor of the set.
      def special_places(kind)
        rows = unlike.select { |row| row["kind"] == kind }
        places.of(kind).map(&:id).select { |id| rows.any? { |row| Places.part?(id, row["place"]) } }
      end

      # Places that alone can have this fault, as they are not as the others of their kind (Places::Place), or nil.
      def unlike_places(fault_id)
        row = unlike.find { |one| (one["is"] || {}).values.any? { |words| words.value?(fault_id) } } or return
        places.of(row["kind"]).select { |place| Places.part?(place.id, row["place"]) }
      end

      # Limits of a check at a place that is not as the others: {"cuts", "source"} or nil.
      def unlike_limit(check, place)
        row = unlike_row(check, place)
        cuts = row&.dig("limits", check.id)
        cuts && { "cuts" => cuts, "source" => row["says"] }
      end

      # What is said of a place of this kind that is not as the others, or nil.
      def unlike_says(kind) = unlike.find { |row| row["kind"] == kind }&.fetch("says")

      # The reading table of a check with the limits that hold for this machine, or nil when it has none or no limit is
      # known. place: id of the one place that was read, or nil
      def reading(check, place = nil)
        limits.reading(check, place)
      end

      # Tools of a check that this bench does not have.
      def missing_tools(check)
        schools.tools(check) & lacks
      end

      # What each fault shows on this machine (Catalogue::Arrows).
      def arrows
        catalogue.kept.fetch([:arrows, key]) { Catalogue::Arrows.new(catalogue, faults, checks, features) }
      end

      def two_stroke? = features.include?(catalogue.book.families.role("two_stroke"))

      def licensed_only?
        family["licensed_only"] == true
      end

      # What a compiled model depends on: two machines with the same key share one.
      def key
        [family["id"], features.sort]
      end

      def inspect = "#<Machine #{family['id']}>"

      private

      # Ways to get at things by what is fitted; they come before those of the family.
      def feature_ways = catalogue.book.families.feature_access.select { |row| features.include?(row["feature"]) }

      def by_feature(check)
        row = feature_ways.find { |way| way["checks"]&.include?(check.id) }
        row ? check.reached(row) : check
      end

      def unlike = family["unlike"] || []

      def unlike_row(check, place)
        place && unlike.find { |one| one["kind"] == check.per && Places.part?(place, one["place"]) }
      end

      def meant?(fault_id)
        intended = fault(fault_id).intended
        !intended.nil? && condition(intended) == true
      end

      # The row of a plan, where such a machine has it.
      def planned(id)
        return if id.nil?

        fits = catalogue.book.plans.rows.select { |row| Catalogue::Needs.met?(row["needs"], @features) }
        fits.find { |row| row["id"] == id } or raise unknown("plan", "plan of this machine", id, fits.map { |row|
          row["id"]
        })
      end

      def know_past(context, work)
        @context = checked_context(context)
        @work = checked_work(work)
        @options = answered
        @holds = @options.flat_map { |option| option["holds"] || [] } + [@plan&.fetch("when", nil)].compact
        @denies = @options.flat_map { |option| option["denies"] || [] }
      end

      # How it gives easier access, and to which faults.
      def reach
        @ways = feature_ways + (family["access"] || [])
        @nearer = @ways.flat_map { |way| (way["faults"] || []).map { |fault| [fault, way["state"]] } }.reverse.to_h
      end

      # What can be wrong with it, seen on it and checked on it.
      def fit
        id = @family["id"]
        reach
        @faults = catalogue.faults.select { |fault| fault.on?(id, @features) }
        @checks = catalogue.checks_on(id).select { |check| check.on?(id, @features) }.map { |check| by_feature(check) }
        @symptoms = catalogue.symptoms.select { |symptom| Catalogue::Needs.met?(symptom.needs, @features) }
        @by_id = { checks: @checks, symptoms: @symptoms, faults: @faults }
                 .transform_values { |rows| rows.to_h { |row| [row.id, row] } }
      end

      # Everything answered at intake: the options chosen and the work done last.
      def answered
        chosen = catalogue.questions.filter_map do |question|
          question["options"].find { |option| option["id"] == context[question["id"]] }
        end
        chosen + catalogue.work.select { |row| work.include?(row["id"]) }
      end

      def checked_context(context)
        context.each do |id, option|
          question = catalogue.questions.find { |row| row["id"] == id } or
            raise unknown("context/#{id}", "question", id, catalogue.questions.map { |row| row["id"] })
          ids = question["options"].map { |row| row["id"] }
          raise unknown("context/#{id}", "answer to #{id}", option, ids) unless ids.include?(option)
        end
      end

      def checked_work(work)
        ids = catalogue.work.map { |row| row["id"] }
        work.each { |id| raise unknown("work", "kind of work", id, ids) unless ids.include?(id) }
      end

      def checked_lacks(lacks)
        lacks.each do |tool|
          raise unknown("lacks", "tool", tool, catalogue.tools) unless catalogue.tools.include?(tool)
        end
      end

      def unknown(field, what, word, allowed)
        Invalid.new(field, "No #{what} is called #{word.inspect}; use one of: #{allowed.join(', ')}")
      end
    end
  end
end
