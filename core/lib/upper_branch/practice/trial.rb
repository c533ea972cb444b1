# frozen_string_literal: true

module UpperBranch
  module Practice
    # The catalogue on trial: each fault is put into the simulated engine of a family, and what it then shows is held
    # against what the tables say it shows.
    #
    #   trial = Trial.new(catalogue, "car-one")
    #   looked = trial.look("main-jet-blocked")       # measures, plain data; takes some seconds
    #   seen = trial.seen(looked, trial.healthy)      # {sign => [at its worst, half as bad]}
    #   trial.differences("main-jet-blocked", seen)   # => [Difference, ...]
    #
    # A sign that the tables call at least often must appear when the fault is at its worst or half as bad; one that
    # appears at both must not be missing from them.
    class Trial
      SEVERITIES = [1.0, 0.5].freeze # at its worst, half as bad
      OFTEN = 0.5 # strength from which a sign must appear
      NONE = 0.005 # strength under which the tables do not have it

      # sign: name; says: "missing" on the engine or "extra" there; strength: by the tables; verdict: as it was judged,
      # nil where nobody has
      Difference = Struct.new(:sign, :says, :strength, :verdict, :because, keyword_init: true)

      def initialize(catalogue, family)
        @catalogue = catalogue
        @family = family
        @machine = Workshop::Machine.new(catalogue, family: family)
        @build = Engine::Build.new(catalogue, family)
        @signs = catalogue.book.trials.signs.map { |row| Sign.new(row) }.select { |sign| sign.on?(@machine) }
      end

      def faults = @machine.faults.map(&:id)
      def healthy = @healthy ||= Engine::Examination.new(@build).measures

      # Why a fault has no body on this engine, or nil.
      def without(fault) = @build.broken(fault).without

      # Measures of the examination: an array by way, in it by severity.
      def look(fault)
        @build.broken(fault).ways.each_index.map do |way|
          SEVERITIES.map { |bad| Engine::Examination.new(@build.with({ fault => bad }, way: way)).measures }
        end
      end

      # {sign => [at its worst, half as bad]}: true, false, nil where it could not be looked at. A fault that shows in
      # more than one way shows what any of them shows.
      def seen(looked, healthy)
        @signs.to_h do |sign|
          [sign.name, SEVERITIES.each_index.map { |i| either(looked.map { |way| sign.shown(way[i], healthy) }) }]
        end
      end

      # seen: as above
      def differences(fault, seen)
        row = @machine.fault(fault)
        @signs.select { |sign| seen.key?(sign.name) }.filter_map do |sign|
          difference(fault, sign.name, sign.strength(@machine, row), seen.fetch(sign.name))
        end
      end

      private

      def either(seen)
        return true if seen.include?(true)

        false if seen.include?(false)
      end

      def difference(fault, sign, strength, seen)
        says = "missing" if strength >= OFTEN && seen.include?(false) && !seen.include?(true)
        says = "extra" if strength < NONE && seen.all?
        return unless says

        judged = @catalogue.book.trials.judgement(family: @family, fault: fault, sign: sign, says: says)
        Difference.new(sign: sign, says: says, strength: strength, verdict: judged&.fetch("verdict"),
                       because: judged&.fetch("because"))
      end
    end
  end
end
