# frozen_string_literal: true

module UpperBranch
  class Job
    # One observation. kind: :symptom (told or asked for), :check, :condition (whether a symptom shows under a
    # condition) or :recreated (the shop tried to make it happen again); words as reported; chances {word => p} for a
    # reading, else nil; reading: Measuring::Reading or nil; round: how many repairs had been done when it was seen;
    # found: {word => fault id} of words that are a defect, seen or measured; way: how it was made to happen again;
    # reported: who reported it, where it was not seen at this bench; asked: it was not complained of, but answered
    # when asked; place: Workshop::Places::Place where the check names one of several, or nil for all alike; logged: a
    # data log has shown it.
    Finding =
      Struct.new(
        :entry, :kind, :id, :words, :chances, :conditions, :round, :reading, :found, :way, :reported, :asked, :place,
        :logged, keyword_init: true
      ) do
        def initialize(conditions: [], found: {}, **) = super

        def symptom? = kind == :symptom

        # "Pump shot: weak", "Not seen: Hesitation"
        def says(catalogue)
          case kind
          when :check then Entries::Check.words(catalogue, id, words, place, reading)
          when :condition then Entries::Condition.words(catalogue, id, conditions.first, words.first)
          when :recreated then Entries::Recreate.words(catalogue, id, way, words.first)
          else Entries::Symptom.words(catalogue, id, words.first)
          end
        end
      end
  end
end
