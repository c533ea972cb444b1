# frozen_string_literal: true

module UpperBranch
  module Workshop
    # What the engine asks for: its power, or its displacement and full speed, said once for a machine or taken from its
    # card. A flow is judged against this.
    #
    #   engine = Engine.new(machine, "power" => 11)
    #   engine.demand   # => 1.57e-6, m3/s of fuel flat out; nil while nobody has said enough
    #
    # Raises Invalid at the field when a figure cannot be this machine's. power: kW; displacement: cc; full_speed: rpm
    class Engine
      FIELDS = { "power" => %w[kW power], "displacement" => %w[cc displacement],
                 "full_speed" => ["rpm", "full speed"] }.freeze

      def initialize(machine, given)
        @family = machine.family
        @two_stroke = machine.two_stroke?
        @given = (given || {}).compact
        @rule = machine.catalogue.book.families.demand
        @worktop = machine.catalogue.worktop
        @given.each { |field, value| possible(field, value) }
        freeze
      end

      def to_h = @given

      # m3/s, by power where it is known, else by the air it draws; or nil.
      def demand = way && Measuring::Units.to_si(flow.value, flow.unit)

      # Standard uncertainty of the demand as a share of it, nil where nobody knows.
      def unsure = way && flow.uncertainty && (flow.uncertainty / flow.value)

      # "About 95 mL/min flat out, by its power of 11 kW", or nil.
      def says
        return unless way

        by = way == :by_power ? "its power" : "its displacement and full speed"
        "It asks for about #{flow.value.round} mL/min flat out, by #{by}."
      end

      # Seconds it holds flat out when this much arrives (m3/s); nil while it keeps up or nobody knows.
      def fades_after(supply)
        bowl = @family["bowl"]
        demand && bowl && Measuring::FuelDemand.fade_time(bowl * 1e-6, demand, supply)
      end

      private

      def way
        return :by_power if @given["power"]

        :by_air if @given["displacement"] && @given["full_speed"]
      end

      def flow
        @worktop.calculator(@rule["calculator"]).run(inputs).outputs.find { |one| one.id.to_sym == way }
      end

      def inputs
        two = @two_stroke
        { "consumption" => @rule["consumption"][two ? "two" : "four"], "strokes" => two ? "2" : "4",
          "power" => @given["power"], "displacement" => @given["displacement"], "rpm" => @given["full_speed"] }.compact
      end

      def possible(field, value)
        unit, name = FIELDS.fetch(field) { refuse(field, "has no #{field} here; it has #{FIELDS.keys.join(', ')}") }
        low, high = @family.dig("engine", field) || [0, Float::INFINITY]
        return if value.is_a?(Numeric) && value.to_f.finite? && value.between?(low, high)

        refuse(field, "has a #{name} from #{low} to #{high} #{unit}; look at the figure and its unit")
      end

      def refuse(field, says)
        raise Invalid.new("engine/#{field}", "An engine of this kind (#{@family['name']}) #{says}")
      end
    end
  end
end
