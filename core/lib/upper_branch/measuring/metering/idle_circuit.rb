# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # The idle circuit of one barrel: jet and bleed, port, slot or holes. kg/s, Pa.
      class IdleCircuit
        # port, shown: fuel by the port and by what the edge has uncovered; air: that comes out with it, in by the bleed
        # and by holes before the edge, and so past the throttle
        Flow = Struct.new(:port, :shown, :air, keyword_init: true) do
          def fuel = port + shown
        end

        # from_well: draws behind the main jet
        def initialize(jet:, circuit:, outlets:, from_well:)
          @jet = jet
          @circuit = circuit
          @outlets = outlets
          @from_well = from_well
        end

        # edge: m that the throttle's edge has risen; engine, before: pressures behind and before it; source: on the
        # fuel; well: behind the main jet
        def flow(edge, engine:, before:, source:, well:)
          flow = @circuit.flow(@jet, @outlets.openings(edge, engine, before), @from_well ? well : source)
          port, *shown = flow.parts
          Flow.new(port: port, shown: shown.sum, air: flow.air)
        end

        # What of its fuel the main jet must pass as well.
        def taken(flow) = @from_well ? flow.fuel : 0.0
        def uncovered(edge) = @outlets.uncovered(edge)
      end
    end
  end
end
