# frozen_string_literal: true

require "digest"
require "json"

module UpperBranch
  # The knowledge of the trade, loaded once, validated, frozen, and stamped with a hash of its contents. Its parts are
  # the sections of a Book; here they stand as records, ready to be asked.
  #
  #   catalogue = Catalogue.load
  #   catalogue.fault("pump-cup").name   # => "Pump cup hard or shrunk"
  #
  # Raises Catalogue::Broken (file, line, reason) when a file breaks its schema or names what does not exist.
  class Catalogue
    DEFAULT = File.join(ROOT, "knowledge").freeze
    KEPT = 32_000_000 # bytes of what is compiled from it, as counted; about three times that in the process

    # book: the sections themselves, for those that show or check them
    attr_reader :book, :kept, :stamp, :digests, :renames, :worktop, :geometry, :engines, :scale,
                :symptoms, :effects, :faults, :checks, :parts

    def self.load(directory = DEFAULT) = new(Loader.new(directory).read)

    # A short sum of tables: two catalogues with the same are the same.
    def self.stamp(tables) = Digest::SHA256.hexdigest(JSON.generate(tables))[0, 16]

    # tables: hash as Loader#read returns it
    def initialize(tables)
      @book = Book.new(tables)
      @scale = tables["scale"]
      @stamp = Catalogue.stamp(tables)
      @digests = @book.digests
      @kept = BoundedCache.new(KEPT)
      read_records
      index
      freeze
    end

    # Rows as they were read.
    def families = book.families.rows
    def features = book.families.features
    def circuits = book.circuits.rows
    def conditions = book.symptoms.conditions
    def questions = book.context.questions
    def work = book.context.work
    def hazards = book.hazards.rows
    def repair_kinds = book.repairs.kinds
    def composites = book.repairs.composites
    def couplings = book.rules.couplings
    def masks = book.rules.masks
    def order = book.rules.order
    def schools = book.schools.rows
    def house = book.house
    def mistakes = book.mistakes.rows
    def primer = book.primer.data
    def spec_items = book.spec_items.rows
    def signs = book.signs.data

    %i[family circuit symptom effect fault check hazard repair_kind composite].each do |singular|
      define_method(singular) { |id| @index[singular][id] }
    end

    # The checks as this family gives access to them.
    def checks_on(family_id) = @checks_on.fetch(family_id)

    # Everything a check may ask for, by name.
    def tools = (book.checks.tools + book.schools.tools).uniq.sort

    # The repair that has this role (a raw row).
    def repair_in_role(role) = book.repairs.in_role(role)

    def strength(letter) = @scale["strengths"].fetch(letter)["value"]
    def limits = @scale["limits"]

    # What kind of condition this is: conditions of one kind exclude one another.
    def axis(condition_id) = @axes[condition_id]
    def gates = book.rules.gates
    def ways = book.symptoms.ways

    # What people are shown of it, as plain data: words, steps, cautions; no odds.
    def shown = { stamp: stamp, tools: tools, **book.shown }

    def inspect = "#<Catalogue #{stamp}>"

    private

    def read_records
      @symptoms = book.symptoms.records(@scale)
      @checks = book.checks.records(@scale)
      @effects = book.effects.records
      @faults = book.faults.records
      @parts = @faults.map(&:part).uniq(&:id)
      @renames = book.renames.record
      @worktop = book.worktop.record
      @geometry = book.geometry.record
      @engines = book.engines.record
      @axes = conditions.to_h { |row| [row["id"], row["axis"]] }
    end

    def reached(access)
      checks.map do |check|
        row = access.find { |each| each["checks"]&.include?(check.id) }
        row ? check.reached(row) : check
      end
    end

    def index
      rows = { family: families, circuit: circuits, symptom: symptoms, effect: effects, fault: faults, check: checks,
               hazard: hazards, repair_kind: repair_kinds, composite: composites }
      @checks_on = families.to_h { |row| [row["id"], reached(row["access"] || [])] }
      @index = rows.transform_values { |list| list.to_h { |row| [row.respond_to?(:id) ? row.id : row["id"], row] } }
    end
  end
end
