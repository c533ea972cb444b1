# frozen_string_literal: true

module UpperBranch
  module Views
    # A trace as plain text for a terminal.
    class TraceText
      LEAST = 0.005 # share of what was found from which a fault is a suspect

      def initialize(trace)
        @trace = trace
      end

      def to_s
        [
          heading,
          found,
          sets,
          faults,
          groups("Parts", :parts),
          groups("Circuits", :circuits),
          step,
          alternatives
        ].compact.join("\n\n")
      end

      private

      def heading
        engine, carburetor = @trace[:state].values_at(:engine, :carburetor)
        "#{@trace[:machine][:name]} - engine #{engine}, carburetor #{carburetor}, #{@trace[:minutes]} min so far"
      end

      def found
        rows = @trace[:defects].select { |row| row[:status] == "open" }
        "Found\n#{rows.map { |row| "  #{row[:fault]}: #{row[:says]} - mend" }.join("\n")}" if rows.any?
      end

      def sets
        rows =
          @trace[:sets].map do |row|
            line(
              row[:probability],
              if row[:outside]
                "something outside this catalogue"
              else
                (row[:faults].empty? ? "nothing" : row[:faults].join(" + "))
              end
            )
          end
        "Leading sets\n#{rows.join("\n")}"
      end

      def faults
        rows =
          @trace[:faults].select { |row| row[:blame] >= LEAST }.map do |row|
            ([line(row[:blame], "#{row[:id]} (#{row[:circuit]}) #{row[:name]}")] + reasons(row[:reasons])).join(
              "\n"
            )
          end
        "Suspects, by what they explain\n#{rows.join("\n")}" if rows.any?
      end

      def reasons(reasons)
        return [] unless reasons

        (reasons[:for] + reasons[:against]).map do |reason|
          format("             %+6.1f dB  %s", reason[:decibans], reason[:says])
        end
      end

      def groups(title, key)
        "#{title}\n#{@trace[key].map { |row| line(row[:probability], row[:id]) }.join("\n")}"
      end

      def step
        step = @trace[:next]
        target = step[:check] || step[:repair] || step[:proof]
        words = target ? "#{target[:id]} - #{target[:name]}" : asked(step)
        "Next: #{[step[:kind], words].compact.join(' ')}\n  #{step[:reason]}"
      end

      # Steps that are a question, or a thing for a person to see to.
      def asked(step)
        return step[:gate][:ask] if step[:gate]
        return "#{step[:recreate][:way]} - #{step[:recreate][:name]}" if step[:recreate]
        return "#{step[:trial][:setting]} - #{step[:trial][:name]}" if step[:trial]
        return "#{step[:task][:task]} - #{step[:task][:do]}" if step[:task]

        (step[:ask] || step[:settle])&.fetch(:name)
      end

      def alternatives
        rows =
          @trace[:next][:alternatives].map do |row|
            waits = row[:waits] && " - waits: #{row[:waits]}"
            "  #{row[:id]} (#{row[:minutes]} + #{row[:travel]} min, #{row[:gain]} bits)#{waits}"
          end
        "Alternatives\n#{rows.join("\n")}" if rows.any?
      end

      def line(probability, words)
        format("  %6.2f %%  %s", probability * 100, words)
      end
    end
  end
end
