# frozen_string_literal: true

module UpperBranch
  class Job
    # Two people at one job: does what one entered still mean the same behind what the other wrote meanwhile? Entries
    # about the same thing collide, and so does everything with what changes what the others mean: a repair (what is
    # seen behind it proves it), the machine, its state, an answered gate, the end of the job.
    #
    #   Collision.between?([mine], [theirs])   # rows of entries, {"id", "kind", "data"}
    module Collision
      ASIDE = %w[note photo caution].freeze
      SWEEPING = %w[machine engine repair state gate close].freeze
      # What an entry is about: fields of its data. Two of the same kind that agree in all of them collide; a place left
      # out stands for every place. Kinds that do not stand here collide with every other of their kind.
      ABOUT = {
        "symptom" => %w[symptom], "condition" => %w[symptom condition], "check" => %w[check place],
        "recreate" => %w[symptom], "trial" => %w[setting place], "setting" => %w[loop place], "task" => %w[task],
        "removed" => %w[part name place], "refitted" => %w[entry], "cleared" => %w[passage name place],
        "put_back" => %w[check], "passed_over" => %w[check], "waive" => %w[fault place], "strike" => %w[entry]
      }.freeze
      private_constant :ASIDE, :SWEEPING, :ABOUT

      class << self
        def between?(mine, theirs) = mine.any? { |one| theirs.any? { |other| collide?(one, other) } }

        private

        def collide?(one, other)
          kinds = [one["kind"], other["kind"]]
          return false if kinds.intersect?(ASIDE)
          return true if kinds.intersect?(SWEEPING) || struck?(one, other)

          kinds.uniq.size == 1 && ABOUT.fetch(kinds.first, []).all? { |field| same?(field, one, other) }
        end

        # One strikes out what the other has just entered.
        def struck?(one, other)
          strikes?(one, other) || strikes?(other, one)
        end

        def strikes?(strike, entry) = strike["kind"] == "strike" && strike["data"]["entry"] == entry["id"]

        def same?(field, one, other)
          values = [one, other].map { |row| row["data"][field] }
          values.uniq.size == 1 || (field == "place" && values.include?(nil))
        end
      end
    end
  end
end
