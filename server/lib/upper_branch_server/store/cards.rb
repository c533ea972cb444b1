# frozen_string_literal: true

require "securerandom"

module UpperBranchServer
  class Store
    # The shop's spec cards in PostgreSQL. A job copies the limits it uses, so that changing a card never changes a
    # recorded job.
    class Cards
      def initialize(database, catalogue)
        @database = database
        @catalogue = catalogue
      end

      # [{id, name, family, figures, limits, engine, sizes}]; a card the catalogue no longer understands comes without
      # limits.
      def list
        @database[:spec_cards].order(:family, :name).all.map { |row| view(row) }
      end

      # UpperBranch::Workshop::SpecCard with this id; nil where it is gone, or no longer understood.
      def card(id)
        row = @database[:spec_cards].where(id: id).first or return
        UpperBranch::Workshop::SpecCard.new(@catalogue, plain(row))
      rescue UpperBranch::Invalid
        nil
      end

      # What a card may hold: [{id, name, check, unit, units, words}]
      def items
        UpperBranch::Workshop::SpecCard.items(@catalogue)
      end

      # Keeps a card under its id, or a new one. Raises Invalid at the field.
      def keep(data)
        card = UpperBranch::Workshop::SpecCard.new(@catalogue, data)
        id = data["id"] || SecureRandom.uuid
        store(id, card)
        view(@database[:spec_cards].where(id: id).first)
      end

      # Cards of a file take the place of those with the same name and family. All or none. Number of cards kept.
      def import(text)
        cards = UpperBranch::Workshop::SpecCardFile.read(@catalogue, text)
        raise UpperBranch::Invalid.new("text", "No card in this file") if cards.empty?

        @database.transaction { cards.each { |card| store(known_id(card) || SecureRandom.uuid, card) } }
        cards.size
      end

      def drop(id)
        raise Problem.not_found if @database[:spec_cards].where(id: id).delete.zero?
      end

      private

      def known_id(card)
        @database[:spec_cards].where(name: card.name, family: card.family).get(:id)
      end

      def store(id, card)
        row = {
          name: card.name,
          family: card.family,
          figures: Sequel.pg_jsonb(card.figures),
          updated_at: Sequel.function(:now)
        }
        @database[:spec_cards].insert_conflict(target: :id, update: row).insert(row.merge(id: id))
      end

      def plain(row)
        { "name" => row[:name], "family" => row[:family], "figures" => JSON.parse(JSON.generate(row[:figures])) }
      end

      def view(row)
        data = { "id" => row[:id], **plain(row) }
        card = UpperBranch::Workshop::SpecCard.new(@catalogue, data)
        data.merge("limits" => card.limits, "engine" => card.engine, "sizes" => card.sizes)
      rescue UpperBranch::Invalid
        data.merge("limits" => {}, "engine" => {}, "sizes" => {})
      end
    end
  end
end
