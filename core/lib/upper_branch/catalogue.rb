# frozen_string_literal: true

require "digest"
require "json"

module UpperBranch
  # The knowledge of the trade, loaded once, validated, frozen, and stamped with a hash of its contents.
  #
  #   catalogue = Catalogue.load
  #   catalogue.fault("pump-cup").name   # => "Pump cup hard or shrunk"
  #
  # Raises Catalogue::Broken (file, line, reason) when a file breaks its schema or names what does not exist.
  class Catalogue
    DEFAULT = File.join(ROOT, "knowledge").freeze
    KEPT = 32_000_000 # bytes of what is compiled from it, as counted; about three times that in the process
    SECTIONS = %w[families circuits symptoms context hazards repairs rules scale effects schools house synonyms mistakes primer worktop spec-items renames].freeze

    attr_reader :kept, :renames, :scale, :features, :families, :circuits, :conditions, :symptoms, :effects, :faults, :checks, :hazards,
                :repair_kinds, :composites, :questions, :work, :couplings, :masks, :order, :stamp, :parts, :schools, :house, :synonyms, :digests, :mistakes, :primer, :worktop, :spec_items

    def self.load(directory = DEFAULT)
      new(Loader.new(directory).read)
    end

    # tables: hash as Loader#read returns it
    def initialize(tables)
      @scale = tables["scale"]
      read_machines(tables)
      read_findings(tables)
      read_causes(tables)
      @renames = Renames.new(tables["renames"] || {})
      @kept = BoundedCache.new(KEPT)
      @digests = Digests.of(tables)
      @stamp = Digest::SHA256.hexdigest(JSON.generate(tables))[0, 16]
      index
      tools
      freeze
    end

    %i[family circuit symptom effect fault check hazard repair_kind composite].each do |singular|
      define_method(singular) { |id| @index[singular][id] }
    end

    # The checks as this family gives access to them.
    def checks_on(family_id)
      @checks_on.fetch(family_id)
    end

    # Everything a check may ask for, by name.
    def tools
      @tools ||= (checks.flat_map(&:tools) + schools.flat_map { |topic| topic["options"].flat_map { |row| (row["tools"] || {}).values.flatten } }).uniq.sort
    end

    def strength(letter)
      @scale["strengths"].fetch(letter)["value"]
    end

    def limits
      @scale["limits"]
    end

    def inspect = "#<Catalogue #{stamp}>"

    private

    def read_machines(tables)
      @features = tables["families"]["features"]
      @families = tables["families"]["families"]
      @circuits = tables["circuits"]
      @questions = tables["context"]["questions"]
      @work = tables["context"]["work"]
      @hazards = tables["hazards"]
    end

    def read_findings(tables)
      @conditions = tables["symptoms"]["conditions"]
      @symptoms = tables["symptoms"]["symptoms"].map { |row| Symptom.new(row, self) }
      @checks = tables["checks"].map { |row| Check.new(row, self) }
    end

    def read_causes(tables)
      @effects = tables["effects"]
      @faults = tables["faults"].map { |row| Fault.new(row) }
      @parts = @faults.map(&:part).uniq(&:id)
      @repair_kinds = tables["repairs"]["kinds"]
      @composites = tables["repairs"]["composites"]
      @couplings = tables["rules"]["couplings"]
      @masks = tables["rules"]["masks"]
      @order = tables["rules"]["order"]
      @schools = tables["schools"]
      @house = tables["house"]
      @synonyms = tables["synonyms"]
      @mistakes = tables["mistakes"]
      @primer = tables["primer"]
      @spec_items = tables["spec-items"] || []
      @worktop = tables["worktop"] && Measuring::Worktop.new(tables["worktop"])
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
