# frozen_string_literal: true

module UpperBranch
  class Job
    # Ids of a stored entry in today's catalogue: renamed ones are read by their names of today, what is gone is told
    # and left out.
    #
    #   names = Names.new(catalogue)
    #   names.one("checks", "pump-look")   # => "pump-shot"
    #   names.lost                         # => ["The check \"pump-look\" is no longer in the catalogue."]
    class Names
      # Sentences, one for each id that is gone.
      attr_reader :lost, :catalogue

      def initialize(catalogue)
        @catalogue = catalogue
        @lost = []
      end

      # The id of today, known or not. of: what the id belongs to, by its own id of today
      def one(kind, id, of = nil) = catalogue.renames.now(kind, id, of)

      # The ids of a list that are still known, by their names of today. what: how one is called in a sentence
      def list(kind, what, ids, known, of = nil)
        (ids || []).filter_map do |id|
          now = one(kind, id, of)
          known.include?(now) ? now : gone(what, id)
        end
      end

      # {id => value} of those that are still known. known: [ids]
      def keys(kind, what, table, known)
        (table || {}).each_with_object({}) do |(id, value), kept|
          now = one(kind, id)
          known.include?(now) ? kept[now] = value : gone(what, id)
        end
      end

      # {question id => answer id}, both by their names of today. rows: of the catalogue, each with its "options"
      # kinds: [of questions, of answers], as renames call them; whats: what one of each is called in a sentence
      def choices(kinds, whats, table, rows)
        (table || {}).each_with_object({}) do |(id, choice), kept|
          question = one(kinds.first, id)
          row = rows.find { |each| each["id"] == question } or (gone(whats.first, id) || next)
          answer = one(kinds.last, choice, question)
          known = row["options"].any? { |option| option["id"] == answer }
          known ? kept[question] = answer : gone("#{whats.last} #{question}", choice)
        end
      end

      # Notes a loss; nil, so that it can end the line that finds it.
      def gone(what, id)
        @lost << "The #{what} #{id.inspect} is no longer in the catalogue."
        nil
      end
    end
  end
end
