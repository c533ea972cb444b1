# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Setting loops by the kind that loops.yml names.
    module Loops
      KINDS = {
        "mixture-speed" => MixtureSpeed, "timing-vacuum" => TimingVacuum, "high-low" => HighLow,
        "stop-adjust-start" => StopAdjustStart, "balance" => Balance, "float" => FloatTab, "jets" => JetTrials
      }.freeze

      def self.of(kind) = KINDS.fetch(kind)
    end
  end
end
