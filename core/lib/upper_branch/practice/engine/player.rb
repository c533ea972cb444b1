# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # Turns the lines of a script into what is done at a time.
      class Player
        # script: Script; engine: Engine that it stands and starts again
        def initialize(script, engine)
          @left = script.lines.reject { |line| line.name == "warm" }
          @engine = engine
          @inputs = Inputs.idle
          @moving = {}
        end

        # Should it be running now?
        def wanted? = @inputs.key && !@inputs.starter

        # Inputs at a time, s; times must rise.
        def at(time)
          begin_line(@left.shift, time) while @left.any? && @left.first.time <= time
          @moving.each { |name, (from, to, since, over)| move(name, from, to, ((time - since) / over).clamp(0.0, 1.0)) }
          @inputs
        end

        private

        def begin_line(line, time)
          return @engine.stand(line.value) if line.name == "stand"
          return unless (name = Script::WORDS[line.name]&.first)

          @moving.delete(name)
          from = @inputs[name]
          return @inputs[name] = line.value unless line.over.positive? && from && line.value

          @moving[name] = [from, line.value, time, line.over]
        end

        def move(name, from, to, part)
          @inputs[name] = from + ((to - from) * part)
        end
      end
    end
  end
end
