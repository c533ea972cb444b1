# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Who observed an occurrence, each imperfectly: the one who tells of it, the shop that looks for it, the shop that
    # makes it happen again. Each knows
    #
    #   shown(over)   P(what this one reports | it occurs, S)
    #   otherwise     P(what this one reports | it does not occur)
    module Observers
      # It was told. told: chance that what occurs is told; falsely: that it is told though it does not occur
      Told =
        Struct.new(:told, :falsely) do
          def shown(_over) = told
          def otherwise = falsely
          def over(_columns) = self
          def touched = nil
        end

      # A check looked for it. table: of the words that show it; chances: {word or :normal => p}; shown_with: chance
      # that the shop can show what occurs (r); found: words that are a defect found, whatever else is in
      Looked =
        Struct.new(:table, :chances, :shown_with, :found, keyword_init: true) do
          def shown(over)
            chances.sum { |word, p| p * (word == :normal ? 1 - shown_with : shown_with * share(word, over)) }
          end

          def otherwise
            chances.sum { |word, p| p * (word == :normal ? 1 - table.leak : table.leaks[word]) }
          end

          # Shown or not, whatever the word.
          def shown_at_all
            normal = chances.fetch(:normal, 0.0)
            (normal * (1 - shown_with)) + ((1 - normal) * shown_with)
          end

          def over(columns) = dup.tap { |copy| copy.table = table.over(columns) }
          def touched = table.sums
          def normal? = chances.fetch(:normal, 0) > 0.5

          private

          def share(word, over) = found.include?(word) ? 1.0 : table.share(word, over)
        end

      # The shop tried to make it happen again. seen: true or false; shown_with: as for Looked; falsely: chance that it
      # is seen though it does not occur
      Recreated =
        Struct.new(:seen, :shown_with, :falsely) do
          def shown(_over) = seen ? shown_with : 1 - shown_with
          def otherwise = seen ? falsely : 1 - falsely
          def over(_columns) = self
          def touched = nil
          def normal? = !seen
        end
    end
  end
end
