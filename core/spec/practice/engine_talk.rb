# frozen_string_literal: true

# Engines in a line: engine("car-one"), run(engine, 5) { idle.with(throttle: 0.2) }
module EngineTalk
  module_function

  BUILDS = {} # rubocop:disable Style/MutableConstant -- a build works its circuits out once

  def build(family, sizes = {})
    BUILDS[[family, sizes]] ||= UpperBranch::Practice::Engine::Build.new(CATALOGUE, family, sizes)
  end

  def engine(family, sizes = {}) = UpperBranch::Practice::Engine.new(build(family, sizes))
  def idle = UpperBranch::Practice::Engine::Inputs.idle
  def watch(engine) = UpperBranch::Practice::Engine::Watch.new(engine)

  # Steps it for some seconds; the block gives the inputs at a time.
  def run(engine, seconds, step: 0.005)
    (seconds / step).round.times { |i| engine.step(step, yield(i * step)) }
    engine
  end

  # Held wide open or part open by a brake until it stands.
  def held(engine, throttle, rpm, seconds: 4)
    run(engine, seconds) { idle.with(throttle: throttle, hold: rpm) }
  end
end
