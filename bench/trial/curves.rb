# frozen_string_literal: true

module Trials
  # Three curves of the simulated engine against the published shapes, as SVG.
  module Curves
    FOLDER = File.expand_path("../../docs/curves", __dir__)
    ENGINE = UpperBranch::Practice::Engine
    WIDE = 620
    HIGH = 300
    LOOKS = ['stroke="#a34a00" stroke-width="3"', 'stroke="#2c6b3f" stroke-width="3" stroke-dasharray="8 5"'].freeze

    module_function

    def write
      put("physics-bleed", "Lambda of the main circuit alone, wide open, by speed", "rpm",
          { "without an air bleed" => bleed(0), "with one" => bleed(1.5) })
      put("physics-pull", "Lambda by the share of the full pull, at 2500 rpm", "% of the pull",
          { "single downdraft" => pull })
      put("physics-snap", "Lambda as the throttle is snapped open at 0.2 s", "s",
          { "with its pump" => snap({}), "without" => snap("shot" => 0) })
    end

    def idle = ENGINE::Inputs.idle
    def engine(sizes) = ENGINE.new(ENGINE::Build.new(CATALOGUE, "car-one", sizes)).idle_warm

    def held(one, throttle, rpm)
      800.times { one.step(0.005, idle.with(throttle: throttle, hold: rpm)) }
      one
    end

    def bleed(size)
      [900, 1200, 1600, 2000, 2800, 3600, 4600].map do |rpm|
        one = held(engine("power_hole" => 0, "idle_from" => "bowl", "air_jet" => size), 1.0, rpm)
        [one.rpm, one.intake.dry / one.fueling.flows[:main] / one.build.geometry.fuel.ratio]
      end
    end

    def pull
      full = held(engine({}), 1.0, 2500).crank.torque
      [0.03, 0.06, 0.1, 0.14, 0.18, 0.22, 0.26, 0.3, 0.36, 0.45, 0.6, 1.0].map do |throttle|
        one = held(engine({}), throttle, 2500)
        [100 * one.crank.torque / full, one.mixture]
      end
    end

    def snap(sizes)
      one = engine(sizes)
      600.times { one.step(0.005, idle) }
      Array.new(240) do |i|
        time = i * 0.005
        one.step(0.005, idle.with(throttle: ((time - 0.2) / 0.08).clamp(0.0, 1.0), line: 1.0))
        [time, [one.mixture, 2.2].min]
      end
    end

    def put(name, title, unit, lines)
      across, up = lines.values.flatten(1).transpose.map(&:minmax)
      up = [[up[0] - 0.03, 0.7].min, [up[1] + 0.03, 1.1].max]
      File.write(File.join(FOLDER, "#{name}.svg"), svg(title, unit, lines, across, up))
    end

    def svg(title, unit, lines, across, up)
      x = ->(value) { 60 + ((value - across[0]) / (across[1] - across[0]) * (WIDE - 90)) }
      y = ->(value) { HIGH - 50 - ((value - up[0]) / (up[1] - up[0]) * (HIGH - 100)) }
      <<~SVG
        <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 #{WIDE} #{HIGH}" role="img" font-family="sans-serif" font-size="14">
        <rect width="#{WIDE}" height="#{HIGH}" fill="#fffdf7"/><text x="20" y="24" font-size="16">#{title}</text>
        #{ticks(across).map { |at| text(x[at], HIGH - 28, shown(at), 'middle') }.join}
        #{ticks(up).map { |at| text(52, y[at] + 5, shown(at), 'end') + line(60, y[at], WIDE - 30, y[at]) }.join}
        <text x="#{WIDE - 30}" y="#{HIGH - 8}" text-anchor="end">#{unit}</text>
        #{lines.each_with_index.map { |(name, points), i| curve(points, x, y, LOOKS[i]) + named(name, i) }.join}
        </svg>
      SVG
    end

    # Round numbers within a range, some five of them.
    def ticks(range)
      wide = range[1] - range[0]
      step = [1, 2, 5].flat_map do |one|
        (-2..3).map do |power|
          one * (10.0**power)
        end
      end.sort.find { |one| wide / one <= 6 }
      ((range[0] / step).ceil..(range[1] / step).floor).map { |i| i * step }
    end

    def shown(at) = at == at.round ? at.round : at.round(2)
    def text(x, y, says, anchor) = %(<text x="#{x.round(1)}" y="#{y.round(1)}" text-anchor="#{anchor}">#{says}</text>)
    def line(*at) = format('<path d="M%<a>.1f %<b>.1f L%<c>.1f %<d>.1f" stroke="#d8d2c0"/>', **%i[a b c d].zip(at).to_h)

    def curve(points, x, y, look)
      at = points.map { |a, b| format("%<x>.1f %<y>.1f", x: x[a], y: y[b]) }
      %(<path d="M#{at.join(' L')}" fill="none" #{look}/>)
    end

    def named(name, index)
      at = 40 + (index * 20)
      %(<path d="M#{WIDE - 220} #{at} h30" #{LOOKS[index]}/>) + text(WIDE - 182, at + 5, name, "start")
    end
  end
end
