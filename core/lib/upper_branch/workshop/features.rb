# frozen_string_literal: true

require "set"

module UpperBranch
  module Workshop
    # What a machine has fitted: its family's preset with what was switched at intake.
    #
    #   Features.fitted(catalogue, family, { "power-valve" => false }, nil)   # => Set of ids
    #
    # switches: {id => true or false}; carburetors: how many, or nil. Raises Invalid at the field.
    module Features
      module_function

      def fitted(catalogue, family, switches, carburetors)
        switches.each { |id, value| known(catalogue, id, value) }
        one_kind(catalogue, switches)
        on, off = { **bank(catalogue, carburetors), **switches }.partition { |_, value| value }
        ((family["features"] + on.map(&:first)).to_set - off.map(&:first)).freeze
      end

      def known(catalogue, id, value)
        unless catalogue.features.key?(id)
          names = catalogue.features.keys.join(", ")
          raise Invalid.new("features/#{id}", "No feature is called #{id.inspect}; use one of: #{names}")
        end
        raise Invalid.new("features/#{id}", "#{id} must be true or false") unless [true, false].include?(value)
      end

      # A screw is of one kind: an air screw, or one nobody knows, not both.
      def one_kind(catalogue, switches)
        rows = catalogue.book.screws.rows.map { |row| row.values_at("air_by", "unknown_by") }
        air, = rows.find { |flags| flags.all? { |flag| flag && switches[flag] } }
        return unless air

        raise Invalid.new("features/#{air}", "A screw is of one kind: a fuel screw, an air screw, or nobody knows")
      end

      # Several carburetors are a bank to balance, a single one is none.
      def bank(catalogue, carburetors)
        carburetors ? { catalogue.book.families.role("several") => carburetors > 1 } : {}
      end
      private_class_method :known, :one_kind, :bank
    end
  end
end
