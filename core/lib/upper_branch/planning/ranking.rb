# frozen_string_literal: true

module UpperBranch
  module Planning
    # The checks that could be done, best first, within the ordering rules; and the repairs, the proof and the shop's
    # list to weigh them against.
    #
    #   ranking = Ranking.new(job, posterior)
    #   ranking.options.first.check   # the best check, or what a rule puts in its place
    class Ranking
      Option = Struct.new(:candidate, :gain, :chances, :minutes, :waits, :saves, keyword_init: true) do
        def check = candidate.check
        def rate = gain / candidate.total
      end

      # repairs: Lookahead::Repair, best first; proof: expected minutes of proving now; house: HouseOrder;
      # overridden: {check:, says:} when a rule has put another check first;
      # worth: checks that tell a good deal of what must be mended, for their minutes; questions: Option of each that
      # could be asked and pays, best first; saving of each in `saves`
      attr_reader :options, :repairs, :proof, :house, :overridden, :worth, :questions

      def initialize(job, posterior)
        @job = job
        @posterior = posterior
        @numbers = job.catalogue.scale["planning"]
        @rules = Workshop::OrderingRules.new(job)
        @repairs = @worth = @questions = []
        @options = ranked
      end

      # {fault id => chance that it must be mended for the complaint to go}
      def needs = @needs || {}

      # Chance that nothing is left to be mended for the complaint.
      def cured = @cured || 0.0

      # Every check that can be reached from here.
      def candidates = @candidates ||= @job.findings.empty? || @job.closed? ? [] : Candidates.new(@job).all

      # A check as an option, whether it was looked at in full or not.
      def option_of(candidate) = option(candidate, @forecast)

      # Options that may be done now, best first.
      def open = @options.reject(&:waits)

      private

      def ranked
        return [] if @job.findings.empty? || @job.closed?

        told = told_options
        told.each { |option| option.waits = @rules.hold(option.check, @worth - [option.check]) }
        outside_before_inside(told)
        place_first(told)
      end

      def told_options
        questions = Candidates.new(@job).questions
        lookahead = Lookahead.new(@job, @posterior, questions.empty? ? [] : Questions.new(@job).about)
        know(lookahead)
        told = telling_options(@forecast)
        asked = askable(questions)
        lookahead.study((looked_at(told) + asked).map(&:check) | house.checks)
        @telling = told.to_h { |option| [option.check.id, lookahead.telling(option.check)] }
        @worth = told.select { |option| worth_doing?(option) }.map(&:check)
        @questions = paying(lookahead, asked)
        with_minutes(lookahead, told)
      end

      def know(lookahead)
        @forecast = lookahead.forecast
        @repairs = lookahead.repairs
        @needs = lookahead.needed.chances
        @cured = lookahead.needed.nothing
        @proof = lookahead.proof_minutes
        @house = HouseOrder.new(@job) { |check| lookahead.telling(check) }
      end

      # A rule holds a better check back only for what is itself worth doing for this complaint.
      def worth_doing?(option)
        return true if option.check.records?

        telling = @telling[option.check.id]
        telling >= @numbers["gain_worth"] && telling * @numbers["minutes_a_bit_held"] >= option.candidate.total
      end

      # The few questions that tell most.
      def askable(questions)
        rows = questions.map { |candidate| option(candidate, @forecast) }
        rows.select do |row|
          row.gain >= @numbers["gain_floor"]
        end.max_by(@numbers["asked"]) { |row| [row.gain, row.check.id] }
      end

      # Those that save more than they cost.
      def paying(lookahead, asked)
        now = lookahead.minutes_now
        minutes = lookahead.check_minutes(asked.map(&:candidate))
        asked.each do |option|
          option.minutes = minutes[option.check.id]
          option.saves = now - option.minutes
        end
        asked.select { |option| option.saves >= @numbers["question_pays"] }
             .sort_by { |option| [-option.saves.round(6), option.check.id] }
      end

      # Checks that would tell something, or that record what is about to be lost, or that the shop's list holds.
      def telling_options(forecast)
        kept = @job.machine.schools.house? ? house.checks : []
        rows = candidates.map { |candidate| option(candidate, forecast) }
        told = rows.select { |option| tells?(option) || kept.include?(option.check) }
        told.sort_by { |option| [-option.rate, option.check.id] }
      end

      def option(candidate, forecast)
        check = candidate.check
        return Option.new(candidate: candidate, gain: 0.0, chances: {}) unless forecast # nothing is found yet

        Option.new(candidate: candidate, gain: forecast.gain(check), chances: forecast.chances(check))
      end

      def tells?(option)
        option.gain >= @numbers["gain_floor"] || (option.check.records? && option.gain.positive?)
      end

      # The best by information for their minutes, and the best by information alone: a way that is long pays when the
      # repair goes the same way.
      def looked_at(told)
        told.first(@numbers["lookahead"]) |
          told.max_by(@numbers["lookahead_far"]) { |option| [option.gain, option.check.id] }
      end

      # Those looked at get their expected minutes; those too dear for what they tell do not.
      def with_minutes(lookahead, told)
        worth = looked_at(told).select { |option| worth_its_minutes?(lookahead, option) }
        minutes = lookahead.check_minutes(worth.map(&:candidate))
        close = worth.sort_by { |option| [minutes[option.check.id], option.check.id] }.map(&:candidate)
        first, second = @numbers.values_at("two_steps", "second_steps").map { |count| close.first(count) }
        minutes = minutes.merge(lookahead.two_steps(first, second, minutes))
        told.each { |option| option.minutes = minutes[option.check.id] }
        told.sort_by { |option| [option.minutes&.round(6) || Float::INFINITY, -option.rate.round(9), option.check.id] }
      end

      def worth_its_minutes?(lookahead, option)
        lookahead.telling(option.check) * @numbers["minutes_a_bit_most"] >= option.candidate.total
      end

      # A check that opens the carburetor waits while one outside it tells a good part of it; any that is worth doing
      # outside may then come first.
      def outside_before_inside(told)
        inside, outside = told.partition { |option| @rules.opening(option.check) }
        inside.reject(&:waits).each do |option|
          better = outside.select { |other| !other.waits && instead_of_opening?(other, option) }
          next if better.none? { |other| tells_enough?(other, option) }

          option.waits = Workshop::OrderingRules::Hold.new(@rules.opening(option.check), better.map(&:check))
        end
      end

      # It is worth doing, and costs no more.
      def instead_of_opening?(outside, inside)
        @worth.include?(outside.check) && outside.candidate.total <= inside.candidate.total
      end

      def tells_enough?(outside, inside)
        @telling[outside.check.id] >= @telling[inside.check.id] * @numbers["outside_share"]
      end

      # The best check, or what a rule puts in its place: only that much of the order is paid for.
      def place_first(told)
        best = first = told.find(&:minutes)
        best = instead_of(best, told) while best&.waits
        return told if best.nil? || best.equal?(first)

        @overridden = { check: first.check, says: first.waits.says }
        best.minutes ||= first.minutes # paid for the sake of the order
        [best] + (told - [best])
      end

      # What comes before an option that a rule holds back: the best of those that have been looked at.
      def instead_of(option, told)
        allowed = told.select { |other| option.waits.instead.include?(other.check) }
        allowed.max_by { |other| [other.minutes ? 1 : 0, other.rate] }
      end
    end
  end
end
