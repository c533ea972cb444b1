# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # A condition on features: every term must hold; a term is "flag", "!flag" or "one|other".
    #
    #   Needs.met?(["float-bowl", "pumped|gravity-feed"], Set["float-bowl", "pumped"])  # => true
    module Needs
      # terms: array of strings or nil; features: Set of feature ids
      def self.met?(terms, features)
        Array(terms).all? do |term|
          term
            .split("|")
            .any? { |flag| flag.start_with?("!") ? !features.include?(flag[1..]) : features.include?(flag) }
        end
      end

      # Feature ids a condition names, for the consistency check.
      def self.flags(terms)
        Array(terms).flat_map { |term| term.split("|").map { |flag| flag.delete_prefix("!") } }
      end
    end
  end
end
