# frozen_string_literal: true

module UpperBranch
  module Views
    # What the board shows of a job, from its trace: what it waits for, the leading suspects, minutes so far. And its
    # words, by which it is found again.
    #
    #   BoardRow.of(Trace.of(job).to_h)   # => {"machine" => "Cider press", "waits_for" => "cold", ...}
    module BoardRow
      SHOWN = 3
      LEAST = 0.1 # share from which a suspect is named

      # trace: as Trace#to_h gives it
      def self.of(trace)
        { "machine" => trace[:machine][:called] || trace[:machine][:name], "family" => trace[:machine][:family],
          "waits_for" => waits_for(trace), "found" => found(trace), "minutes" => trace[:minutes],
          "next" => next_words(trace[:next]), "leading" => leading(trace),
          "waiting" => trace[:waiting]&.slice(:for, :until, :text)&.transform_keys(&:to_s) }
      end

      # All that was told of it, in one text, but for what was struck out.
      def self.words(trace)
        told = trace[:told].reject { |row| row[:struck] }.map { |row| row[:says] }
        done = trace[:repairs].map { |row| row[:name] }
        [*trace[:machine].values_at(:called, :name), *told, *done].compact.uniq.join(". ")
      end

      def self.waits_for(trace)
        return "closed" if trace[:closing]

        trace[:next][:check] ? trace[:next][:check][:group] : trace[:next][:kind].to_s
      end

      # The next step in a few words. step: as NextStep#to_h gives it
      def self.next_words(step)
        named = step.values_at(:check, :repair, :proof).compact.first and return named[:name]
        return "Ask: #{step[:ask][:name]}" if step[:ask]
        return step[:gate][:ask] if step[:gate]
        return "Trial: #{step[:trial][:name]}" if step[:trial]
        return step[:task][:do] if step[:task]
        return "#{step[:recreate][:way_name]}: #{step[:recreate][:name]}" if step[:recreate]

        step[:reason]
      end

      # Names of defects that were found and wait for their repair.
      def self.found(trace)
        trace[:defects].select { |row| row[:status] == "open" }.map { |row| row[:name] }
      end

      # With the share of what was found that each explains, as the bench shows it.
      def self.leading(trace)
        return [] if trace[:findings].empty?

        found = trace[:defects].select { |row| row[:status] == "open" }.map { |row| row[:fault] }
        trace[:faults].reject { |row| found.include?(row[:id]) }.first(SHOWN).select { |row| row[:blame] > LEAST }
                      .map { |row| { "name" => row[:name], "probability" => row[:blame].round(4) } }
      end
      private_class_method :waits_for, :leading, :found
    end
  end
end
