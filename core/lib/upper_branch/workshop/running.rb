# frozen_string_literal: true

module UpperBranch
  module Workshop
    # May the engine be run for a piece of work that is no check - a round of a setting loop, a trial? What holds it
    # back, and how it is freed: nothing is moved or answered silently.
    #
    #   Running.new(job).hold                      # => Hold, or nil
    #   Running.new(job).hold(refitted: true)      # where the work itself opens and refits the carburetor
    class Running
      # kind: "repair" = until it is mended; "gate" = until its question is answered; "start" = it does not run;
      # "refit" = the carburetor is off or open
      # gate: row of rules.yml, or nil; state: data of the state entry that says it is done, or nil
      Hold = Struct.new(:kind, :says, :gate, :state, keyword_init: true)

      STATES = %w[R].freeze

      def initialize(job)
        @job = job
        @gates = Gates.new(job)
      end

      # hazards: ids; loop: id of a setting loop; refitted: whether the work itself puts the carburetor on
      def hold(hazards: [], loop: nil, refitted: false)
        return if @job.record?

        held(hazards, loop) || open || idle || (refitted ? nil : apart)
      end

      private

      def held(hazards, loop)
        row = @gates.held(STATES, hazards: hazards, loop: loop) or return
        Hold.new(kind: "repair", says: row["says"])
      end

      def open
        row = @gates.before(STATES) or return
        Hold.new(kind: "gate", says: row["says"], gate: row)
      end

      def idle
        return if OrderingRules.new(@job).runs?

        Hold.new(kind: "start", state: { engine: "running" },
                 says: "It does not start: nothing is set on an engine that does not run. When it runs, say so.")
      end

      def apart
        return if @job.state.carburetor == "on"

        Hold.new(kind: "refit", state: { carburetor: "on" },
                 says: "The carburetor is #{@job.state.carburetor == 'open' ? 'open' : 'off'}: it is closed and " \
                       "refitted, without a leak, before the engine runs.")
      end
    end
  end
end
