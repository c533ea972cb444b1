# frozen_string_literal: true

module UpperBranch
  module Planning
    # With nothing left to look at, the likeliest cause is mended, where it is likely enough for that kind of work: long
    # work on a guess, or sending it away for one, wants more than a short repair.
    #
    #   LastResort.pick(job, repairs)   # => the one that mends most a minute, or nil
    module LastResort
      module_function

      # repairs: [Lookahead::Repair] that may be done without a proof of their own
      def pick(job, repairs)
        repairs.select { |row| likely?(job, row) }
               .max_by { |row| [row.chance * job.chance_of(row.plan) / row.plan.minutes, row.plan.id] }
      end

      def likely?(job, row)
        numbers = job.catalogue.scale["planning"]
        dear = row.plan.refers? || row.plan.minutes > numbers["long_repair"]
        row.chance > numbers[dear ? "repair_floor" : "last_resort"]
      end
    end
  end
end
