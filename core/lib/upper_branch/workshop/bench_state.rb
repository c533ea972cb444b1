# frozen_string_literal: true

module UpperBranch
  module Workshop
    # How the machine stands: cold or warm, running or stopped, and how far the carburetor has been opened.
    # Check states: C stone cold, R running warm, K cranking, W warm just stopped, S stopped, any (mounted and closed),
    # and the carburetor open (on the engine), bench (off), apart.
    class BenchState
      ENGINES = %w[cold running warm].freeze
      CARBURETORS = %w[on open bench apart].freeze

      # Code of a check's state => engines and carburetors that meet it. Open, bench and apart are met by what is
      # further apart, too.
      MET_BY = {
        "C" => [%w[cold], %w[on]],
        "R" => [%w[running], CARBURETORS],
        "K" => [%w[cold warm], %w[on]],
        "W" => [%w[warm], %w[on]],
        "S" => [%w[cold warm], %w[on open]],
        "any" => [ENGINES, %w[on]]
      }.freeze

      attr_reader :engine, :carburetor

      def initialize(engine: "cold", carburetor: "on")
        @engine = engine
        @carburetor = carburetor
        freeze
      end

      # Can a check that needs this code be done as things stand, without doing anything else first?
      def meets?(code)
        engines, carburetors = MET_BY.fetch(code) { [ENGINES, CARBURETORS.drop(CARBURETORS.index(code))] }
        engines.include?(engine) && carburetors.include?(carburetor)
      end

      # What to record when engine or carburetor has come to stand otherwise: {engine: {word => data of a state entry},
      # carburetor: {...}}. An engine that runs has its carburetor on; one whose carburetor is opened has been stopped.
      def changes
        engines =
          ENGINES.to_h { |word| [word, word == "running" ? { engine: word, carburetor: "on" } : { engine: word }] }
        opened = engine == "running" ? { engine: "warm" } : {}
        { engine: engines, carburetor: CARBURETORS.to_h { |word| [word, opened.merge(carburetor: word)] } }
      end

      # Coarse group for the plan strip.
      def self.group(code)
        {
          "C" => "cold",
          "R" => "running",
          "K" => "stopped",
          "W" => "just-stopped",
          "S" => "stopped",
          "any" => "stopped"
        }.fetch(code, "opened")
      end

      def key = [engine, carburetor]
      def to_h = { engine: engine, carburetor: carburetor }
      def ==(other) = other.is_a?(BenchState) && key == other.key
      alias eql? ==
      def hash = key.hash
    end
  end
end
