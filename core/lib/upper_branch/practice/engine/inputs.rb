# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # What is done to the engine during a step.
      #
      # throttle: 0 idle to 1 full; choke: how far on, 0 to 1, nil as its warmth asks; key, starter; load: line, times
      # its usual one; hold, a speed in rpm that a brake holds; gear, share of its full torque; cover: part of the inlet
      # covered by hand; tilt: m that the fuel stands higher at the jets; supply: is the tap open
      Inputs = Struct.new(:throttle, :choke, :key, :starter, :line, :hold, :gear, :cover, :tilt, :supply,
                          keyword_init: true) do
        def self.idle
          new(throttle: 0.0, key: true, starter: false, line: 0.0, gear: 0.0, cover: 0.0, tilt: 0.0, supply: true)
        end

        def with(**changes) = dup.tap { |other| changes.each { |name, value| other[name] = value } }
      end
    end
  end
end
