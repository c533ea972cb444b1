# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # The simulated gauge as server-sent events (WHATWG HTML, 9.2): a reading ten times a second, for two minutes; the
    # browser joins again.
    module Gauges
      RATE = 10   # readings a second
      AT_ONCE = 6 # streams, so that they never take every thread

      # Streams open now, in this process.
      OPEN = Mutex.new

      def self.registered(app)
        app.set :gauge_seconds, 120
        app.set :gauge_pace, 1.0 / RATE # s between two readings; tests go faster
        app.set :gauges_open, { count: 0 }
        app.get "/api/v1/gauges/:kind" do
          kind = UpperBranch::Practice::SimulatedGauge::KINDS[word("kind")] or raise Problem.not_found
          gauge =
            reckoned do
              UpperBranch::Practice::SimulatedGauge.new(
                word("signal") || "steady",
                level: kind[:level],
                seed: word("seed").to_i
              )
            end
          content_type "text/event-stream"
          cache_control :no_store
          headers "x-accel-buffering" => "no"
          stream { |out| readings(out, gauge, kind) }
        end
        app.helpers Helpers
      end

      # What the route uses.
      module Helpers
        def readings(out, gauge, kind)
          open = OPEN.synchronize { settings.gauges_open[:count] += 1 }
          return out << "event: busy\ndata: {}\n\n" if open > AT_ONCE

          (settings.gauge_seconds * RATE).round.times do |i|
            t = i / RATE.to_f
            out << "data: #{JSON.generate(t: t, value: gauge.at(t).round(3), unit: kind[:unit])}\n\n"
            sleep settings.gauge_pace
          end
        ensure
          OPEN.synchronize { settings.gauges_open[:count] -= 1 }
        end
      end
    end
  end
end
