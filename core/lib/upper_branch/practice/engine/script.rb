# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # What is done to an engine and when, in lines that a person can write:
      #
      #   0    warm                    as it idles warm (else it begins cold, and stands)
      #   2    throttle 30 over 4      percent of the way, in four seconds
      #   8    load 1                  times its usual line; "hold 3000" is a brake, "gear 6" percent of its pull
      #   20   end
      #
      # Also choke, cover (percent; choke auto), key, starter, tap (on, off), tilt (mm), stand (minutes).
      # Raises Invalid at the line.
      class Script
        # time: s; name; value: SI, nil or true; over: s
        Line = Struct.new(:time, :name, :value, :over, keyword_init: true)
        LONGEST = 3600.0 # s
        MOST = 500 # lines

        PERCENT = ->(text) { number(text, 0, 100) / 100 }
        SWITCH = ->(text) { { "on" => true, "off" => false }.fetch(text) { refuse("is on or off") } }
        # word => [input it sets, how its value is read]
        WORDS = {
          "throttle" => [:throttle, PERCENT], "cover" => [:cover, PERCENT], "gear" => [:gear, PERCENT],
          "choke" => [:choke, ->(text) { text == "auto" ? nil : PERCENT.call(text) }],
          "key" => [:key, SWITCH], "starter" => [:starter, SWITCH], "tap" => [:supply, SWITCH],
          "load" => [:line, ->(text) { number(text, 0, 3) }],
          "hold" => [:hold, ->(text) { text == "off" ? nil : number(text, 50, 20_000) }],
          "tilt" => [:tilt, ->(text) { number(text, -40, 40) / 1000 }]
        }.freeze
        BESIDE = { "stand" => ->(text) { number(text, 0, 600_000) * 60 }, "warm" => nil, "end" => nil }.freeze
        SMOOTH = %i[throttle choke cover gear line tilt].freeze # may be moved over some seconds

        class << self
          def number(text, low, high)
            value = Float(text, exception: false)
            return value if value&.between?(low, high)

            refuse("needs a number from #{low} to #{high}")
          end

          def refuse(says) = raise(ArgumentError, says)
        end

        attr_reader :lines, :length

        def initialize(text)
          @lines = text.lines.each_with_index.filter_map { |line, i| read(line.sub(/#.*/, "").split, i + 1) }
          raise Invalid.new("script", "The script does nothing: write a line as \"10 throttle 30\"") if lines.empty?
          raise Invalid.new("script", "A script has #{MOST} lines at most") if lines.size > MOST

          ending
        end

        # Does the engine begin warm and running?
        def warm? = lines.any? { |line| line.name == "warm" }

        private

        def read(words, at)
          return if words.empty?

          time, name, value, *over = words
          Line.new(time: Script.number(time, 0, LONGEST), name: name, value: value(name, value), over: over(name, over))
        rescue ArgumentError => e
          raise Invalid.new("script", "Line #{at}, #{words.join(' ').inspect}: #{e.message}")
        end

        def value(name, text)
          reads = WORDS.fetch(name) { [name, known(name)] }.last
          return if reads.nil?

          Script.refuse("says no value") if text.nil?
          reads.call(text)
        rescue ArgumentError => e
          raise ArgumentError, "#{name} #{e.message}"
        end

        def known(name)
          BESIDE.fetch(name) { Script.refuse("is not known here; say #{(WORDS.keys + BESIDE.keys).join(', ')}") }
        end

        def over(name, words)
          return 0.0 if words.empty?

          unless words.size == 2 && words.first == "over" && SMOOTH.include?(WORDS[name]&.first)
            Script.refuse("#{words.join(' ')} is not understood: \"over 2\" may follow what can be moved slowly")
          end

          Script.number(words.last, 0, LONGEST)
        end

        def ending
          raise Invalid.new("script", "The times must not go back") unless lines.map(&:time).each_cons(2).all? do |a, b|
            a <= b
          end

          last = lines.last
          return @length = last.time if last.name == "end"

          raise Invalid.new("script", "Say when it ends: write a last line as \"60 end\"")
        end
      end
    end
  end
end
