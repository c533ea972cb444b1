# frozen_string_literal: true

require "digest"
require "json"

module UpperBranch
  class Catalogue
    # A short sum of every record, to say later what has changed between two catalogues.
    #
    #   Digests.changes(old, new)  # => {"faults" => ["pump-cup"], "checks" => ["pump-shot"]}
    module Digests
      SECTIONS = %w[families circuits symptoms effects faults checks].freeze

      # {section => {id => sum}}
      def self.of(tables)
        SECTIONS.to_h do |section|
          rows = tables[section].is_a?(Hash) ? tables[section][section] : tables[section]
          [section, rows.to_h { |row| [row["id"], Digest::SHA256.hexdigest(JSON.generate(row))[0, 10]] }]
        end.merge("numbers" => { "scale" => Digest::SHA256.hexdigest(JSON.generate(tables["scale"]))[0, 10], "rules" => Digest::SHA256.hexdigest(JSON.generate(tables["rules"]))[0, 10] })
      end

      # {section => [ids that are new, gone or different]}, sections without change left out.
      def self.changes(old, new)
        (old.keys | new.keys).to_h do |section|
          before = old[section] || {}
          after = new[section] || {}
          [section, (before.keys | after.keys).reject { |id| before[id] == after[id] }.sort]
        end.reject { |_, ids| ids.empty? }
      end
    end
  end
end
