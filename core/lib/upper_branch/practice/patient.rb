# frozen_string_literal: true

module UpperBranch
  module Practice
    # The machine of an exercise as it answers: by its engine where the engine can show it, by the tables elsewhere.
    # What was mended is out.
    #
    #   patient = exercise.patient(mended: ["water"], tries: 4)
    #   patient.answer(check)    # => ["weak"]
    #   patient.reading(check)   # => { value: 640, unit: "rpm" }, or nil
    #   patient.seen?(symptom)
    class Patient < HiddenMachine
      # tries: how much has been looked at, for what comes and goes
      def initialize(catalogue, exercise, mended: [], tries: 0)
        @exercise = exercise
        @mended = mended
        @tries_before = tries
        @in = exercise.faults.except(*mended)
        super(Workshop::Machine.new(catalogue, family: exercise.family), exercise.seed, faults: @in.keys)
      end

      # The same again, as it was begun with.
      def fresh = Patient.new(@catalogue, @exercise, mended: @mended, tries: @tries_before)

      # What is mended here is mended.
      def mend(faults, _success)
        @in = @in.except(*faults.map(&:id))
        @left = @in.keys.map { |id| @compiled.index(id) }
        @plain = @bodiless = @engine = nil
      end

      # What is still in: {fault id => severity}
      def faults = @in

      # What the owner would name: what he notices before what only somebody with a tool would, what tells most first.
      def complaints
        unsaid = @catalogue.book.practice.data["unsaid"]
        present = machine.symptoms.reject(&:healthy?).select { |symptom| always?(symptom) }
        present.sort_by { |one| [unsaid.include?(one.id) ? 1 : 0, -strength(one), one.id] }.map(&:id)
      end

      # What its owner has said, and what was asked and is not so; whether it shows just now or not.
      def complaint
        @complaint ||= complaints.first(@catalogue.book.practice.data["told"]).map { |id| machine.symptom(id) }
      end

      def absent
        @absent ||= machine.symptoms.reject { |symptom| symptom.healthy? || always?(symptom) }
                           .sort_by { |symptom| chance("asked", symptom.id) }.first(2)
      end

      # Faults still in that the tables know for what the owner said.
      def to_mend
        @left.select do |index|
          complaint.any? { |symptom| machine.arrows.row(fault(index), symptom).values.sum.positive? }
        end
      end

      # Does it show now?
      def seen?(symptom) = comes?("seen", symptom.id) && always?(symptom)

      # Words of a check's answer.
      def answer(check)
        words = comes?("answer", check.id) ? words(check) : []
        return [healthy(check)] if words.empty?

        check.multi? ? words : [words.max_by { |word| [told_by(check, word), word] }]
      end

      # Is there nothing to read, since it does not run by itself for it, and nobody would see anything else either?
      def unreadable?(check) = engine.unread?(check) && words(check).empty?

      # Would somebody who looks see something wrong?
      def shows?(check) = answer(check).intersect?(check.abnormal(machine.features))

      # What an instrument shows, where the engine can say it in one number, and is believed.
      def reading(check)
        return if overruled?(check)

        row = @catalogue.book.practice.data["readings"].find { |one| one["check"] == check.id } or return
        value = engine.found[row["measure"]] or return
        value = Measuring::Units.from_si(value, row["unit"]) if row["unit"] != "rpm"
        swing = row["noise"] * Measuring::Spread.quantile(chance("noise", check.id, @tries_before).clamp(0.01, 0.99))
        { "value" => ((value + swing) / row["round"]).round * row["round"], "unit" => row["unit"] }
      end

      # Did the engine itself answer this?
      def by_engine?(check) = signs.any? { |sign| sign.check == check.id } && engine.faults.any?

      private

      # Only when somebody asks: it takes an examination of the engine.
      def complain; end

      def always?(symptom)
        verdict = engine.verdict(symptom.id)
        return true if verdict
        return bodiless.seen?(symptom) unless verdict.nil?

        plain.seen?(symptom)
      end

      def overruled?(check)
        signs.any? { |sign| sign.check == check.id && engine.overruled?(sign.name) }
      end

      def words(check)
        words = check.abnormal(machine.features)
        verdicts = words.to_h { |word| [word, engine.verdict("#{check.id}/#{word}")] }
        shown = verdicts.select { |_, verdict| verdict }.keys
        by_table = (plain.answer(check) & words).select { |word| verdicts[word].nil? }
        shown | by_table | plain_to_see(check, words)
      end

      # Who looks at the very part sees what is wrong with it.
      def plain_to_see(check, words) = words.select { |word| check.is.fetch(word, []).intersect?(@in.keys) }

      # The same machine by the tables alone, and the part of it that has no body on the engine. What comes and goes is
      # a matter of the exercise (comes?).
      def plain = @plain ||= by_tables(@in.keys)
      def bodiless = @bodiless ||= by_tables(@in.keys - engine.faults)
      def by_tables(faults) = HiddenMachine.new(machine, @exercise.seed, faults: faults, stays: true)

      def engine = @engine ||= EngineWitness.of(@catalogue, machine, @in)
      def signs = engine.signs

      # What a sound machine shows: the healthy word, else one that is none of the bad ones.
      def healthy(check)
        check.normal || (check.words(machine.features) - check.abnormal(machine.features)).first ||
          check.outcomes.keys.first
      end

      def comes?(*key) = chance("comes", @tries_before, *key) < @exercise.comes

      def strength(symptom)
        @in.keys.sum { |id| machine.arrows.row(machine.fault(id), symptom).values.sum }
      end

      def told_by(check, word)
        @in.keys.map { |id| machine.arrows.row(machine.fault(id), check).fetch(word, 0.0) }.max || 0.0
      end
    end
  end
end
