# frozen_string_literal: true

module UpperBranch
  module Workshop
    # One setting of a set-up on a job: what was tried of it so far, place by place, and how it goes on. What was tried
    # at no place in particular was done to all alike.
    #
    #   setting.place            # the Place to go on with, nil for all alike
    #   setting.stands(place)    # the number it stands at there, nil where nobody has said
    class Setting
      # row: of plans.yml
      def initialize(job, row)
        @job = job
        @row = row
        @trials = job.trials.select { |trial| trial.setting == row["trial"] }
      end

      # Where this machine has it more than once: array of Place
      def places = @job.machine.places.of(@row["per"])

      # Nothing is left to try: at every place the last trial was no more a step that pays.
      def done? = spots.all? { |place| over?(place) }

      def over?(place) = !last(place).nil? && last(place).result != "better"

      def place
        return if @trials.empty?

        better? ? @trials.last.place : spots.find { |place| !over?(place) }
      end

      def stands(place) = last(place)&.stands

      # What to do beside its own words: which way, and how far by what was set before. others: {id => Setting}
      def advice(others) = [onward, matched(others)].compact

      # Gain of area of a jet by its number as a diameter, in percent, where it was tried last; nil where it was not
      # made larger.
      def gain
        here = @trials.select { |trial| trial.place == @trials.last.place }
        return if here.empty? || here.last.stands <= here.first.from

        100 * (((here.last.stands / here.first.from.to_f)**2) - 1)
      end

      private

      def spots = places.empty? ? [nil] : places
      def better? = @trials.last&.result == "better"
      def last(place) = @trials.reverse.find { |trial| [nil, place].include?(trial.place) }

      def onward
        return unless better?

        last = @trials.last
        step = [last.from, last.to].map { |value| Measuring::Words.number(value) }.join(" to ")
        "#{[last.place&.name, step].compact.join(', ')} was better: one more step the same way, until it is no better."
      end

      # How much the setting this one follows has gained.
      def matched(others)
        rule = @row["matched"] or return
        gain = others[rule["to"]]&.gain or return
        rule["says"].gsub("{gain}", gain.round.to_s).gsub("{most}", (gain * rule["most"]).round.to_s)
      end
    end
  end
end
