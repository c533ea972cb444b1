# frozen_string_literal: true

module UpperBranch
  class Job
    # One observation: kind :symptom or :check; words as reported; chances {word => p} for a reading, else nil; reading:
    # Measuring::Reading or nil; round: how many repairs had been done when it was seen.
    Finding = Struct.new(:entry, :kind, :id, :words, :chances, :conditions, :round, :reading, keyword_init: true) do
      def symptom? = kind == :symptom

      # "Pump shot: weak", "Not seen: Hesitation"
      def says(catalogue)
        symptom? ? Entries::Symptom.words(catalogue, id, words.first) : Entries::Check.words(catalogue, id, words)
      end
    end
  end
end
