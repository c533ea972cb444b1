# frozen_string_literal: true

module UpperBranch
  module Practice
    # A machine with hidden faults, drawn from the priors or given, that answers checks and complaints by the tables:
    # each fault triggers each finding or not, once for all, so that everybody who works on it meets the same machine
    # (common random numbers).
    #
    #   HiddenMachine.draw(catalogue, "car-one", 7).complaint   # => [Symptom, ...]
    #   HiddenMachine.new(machine, 7, faults: ["water"]).answer(check)
    class HiddenMachine
      attr_reader :machine, :complaint, :absent, :start

      # Draws until somebody would complain.
      def self.draw(catalogue, family, seed, **moved)
        machine = Workshop::Machine.new(catalogue, family: family)
        machines = (0..).lazy.map { |try| new(machine, (seed * 1000) + try, **moved) }
        machines.find { |one| one.complaint.any? }
      end

      # faults: ids, or nil to draw them. perturb: standard deviation of log odds by which priors and strengths of the
      # truth are moved away from the catalogue's; hidden: share of machines whose complaint the shop cannot show again,
      # whatever it tries; stays: whatever occurs is there for every look
      def initialize(machine, seed, faults: nil, perturb: 0.0, hidden: 0.0, stays: false)
        @machine = machine
        @catalogue = machine.catalogue
        @seed = seed
        @perturb = perturb
        @stays = stays
        @hidden = chance("hidden") < hidden
        @compiled = Diagnosis::Compiled.for(machine)
        @start = faults ? faults.map { |id| @compiled.index(id) } : draw_faults
        @left = @start.dup
        @tries = 0
        complain
      end

      # The same machine again, untouched.
      def fresh
        dup.tap { |copy| copy.instance_variable_set(:@left, @start.dup) }
      end

      # What was mended is out. ids: of faults
      def without(ids)
        fresh.tap { |copy| copy.instance_variable_set(:@left, @start - ids.map { |id| @compiled.index(id) }) }
      end

      # Faults that make the complaint, still in.
      def to_mend
        @left.select { |index| complaint.any? { |symptom| word(index, symptom) } }
      end

      def cured? = to_mend.empty?
      def holds?(fault) = @left.include?(@compiled.index(fault.id))
      def seen?(symptom) = @left.any? { |index| word(index, symptom) }
      def fault(index) = @compiled.faults[index]

      # What the owner says when he is asked for a symptom: what is there is told nearly always, now and then what is
      # not.
      def told(symptom)
        return chance("told", symptom.id) < symptom.told if seen?(symptom)

        chance("falsely", symptom.id) < symptom.told_falsely
      end

      # Whether a symptom shows under a condition: by the cause that makes it, "unknown" where nothing makes it.
      def under(symptom, condition)
        cause = @left.find { |index| word(index, symptom) } or return "unknown"
        fits = @machine.arrows.fits(fault(cause), symptom, condition)
        if chance("under", symptom.id, condition) < (fits.nil? ? 0.5 : (0.8 * fits) + 0.1)
          "yes"
        else
          "no"
        end
      end

      # Could it be made to happen again this way? What hides from the shop does not hide from the owner, who has seen
      # it.
      def recreated?(symptom, way)
        return false unless seen?(symptom) && (!@hidden || way["aside"] == "owner")

        chance("way", symptom.id, way["id"]) < @catalogue.scale["shown"][way["shown"]]
      end

      # Does fuel run out?
      def floods?
        @catalogue.gates.find { |row| row["hazards"] }["symptoms"].any? do |id|
          (symptom = @machine.symptom(id)) && seen?(symptom)
        end
      end

      # Can the shop show now what occurs and what this check looks for?
      def shown?(check, row)
        !@hidden && (@stays || chance("shown", check.id) < @catalogue.scale["shown"][row["shown"]])
      end

      # Words that a check cannot show, since it does not occur or cannot be made to.
      def not_to_be_shown(check)
        check.observes.flat_map do |id, row|
          symptom = @machine.symptom(id)
          symptom && complaint.include?(symptom) && !(seen?(symptom) && shown?(check, row)) ? row["words"] : []
        end
      end

      # The outcomes a check shows now.
      def answer(check)
        words = @left.filter_map { |index| word(index, check) }.uniq - not_to_be_shown(check)
        table = @compiled.table(check)
        if words.empty? && chance("leak", check.id) < table.leak
          words << table.words[(chance("which", check.id) * table.words.size).floor]
        end
        words = table.words.first(1) if words.empty? && check.normal.nil?
        return [check.normal] if words.empty?

        check.multi? ? words : [words.min_by { |one| chance("pick", check.id, one) }]
      end

      # Is there nothing to read? The tables always have an answer.
      def unreadable?(_check) = false

      # Tries to mend faults; those whose try succeeds are gone.
      def mend(faults, success)
        @tries += 1
        ids = faults.map { |fault| @compiled.index(fault.id) }
        @left.reject! { |index| ids.include?(index) && chance("mend", @tries, index) < success }
      end

      private

      def complain
        present = @machine.symptoms.select { |symptom| seen?(symptom) }
        @complaint = present.sort_by { |symptom| chance("reported", symptom.id) }.first(1 + (chance("count") * 3).floor)
        @absent =
          (@machine.symptoms.reject(&:healthy?) - present).sort_by { |symptom| chance("asked", symptom.id) }.first(2)
      end

      def draw_faults
        priors = Diagnosis::Priors.new(@machine)
        @compiled.faults.each_index.select { |i| chance("in", i) < moved(priors.of(@compiled.faults[i]), "prior", i) }
      end

      # The word a fault shows at a finding, or nil.
      def word(index, finding)
        column = hidden(index)
        at = chance("shows", index, finding.id)
        @compiled.table(finding).row(column).each do |one, strength|
          at -= strength.zero? ? 0 : moved(strength, "strength", index, finding.id, one)
          return one if at.negative?
        end
        nil
      end

      # A fault's column, or its variant where another that is in masks it.
      def hidden(index)
        mask = @compiled.masks.each.find { |row| row.swap.key?(index) && @left.intersect?(row.maskers) }
        mask ? mask.swap[index] : index
      end

      def moved(p, *key)
        return p if @perturb.zero?

        normal = Math.sqrt(-2 * Math.log(1 - chance("n1", *key))) * Math.cos(2 * Math::PI * chance("n2", *key))
        odds = p / (1 - p) * Math.exp(normal * @perturb)
        odds / (1 + odds)
      end

      # The same number in [0, 1) for the same seed and words, every time.
      def chance(*key)
        Random.new([@seed, *key].join("/").unpack1("H*").to_i(16) % (2**127)).rand
      end
    end
  end
end
