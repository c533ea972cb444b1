# frozen_string_literal: true

module UpperBranch
  module Practice
    # The look that plainly shows a fault and takes the fewest minutes with the way to it: what to see it by next time.
    # Looks that belong to one complaint only are left out.
    #
    #   PlainSign.of(machine, ["pump-inlet-check"])   # => Check, or nil where none shows it plainly
    #   PlainSign.of(machine, ["water"]) { |check| there?(check) }   # of those that the block lets count
    module PlainSign
      OFTEN = 0.5 # strength; where no look has it, any that shows it at all plainly

      module_function

      # faults: ids
      def of(machine, faults)
        looks = machine.checks.select { |check| check.only_when.empty? }
                       .to_h { |check| [check, strength(machine, check, faults)] }
        [OFTEN, machine.catalogue.scale["planning"]["shown"]].each do |least|
          plain = looks.select { |_, strength| strength >= least }.keys
                       .sort_by { |check| [way(machine, check) + check.minutes, check.id] }
          sign = plain.find { |check| !block_given? || yield(check) } and return sign
        end
        nil
      end

      # Minutes from how a machine comes in.
      def way(machine, check)
        Workshop::Transitions.for(machine.family, machine.catalogue)
                             .nearest(Workshop::BenchState.new, check.states).first
      end

      def strength(machine, check, faults)
        faults.filter_map { |id| machine.fault(id) }
              .flat_map { |fault| machine.arrows.row(fault, check).values }.max || 0.0
      end
    end
  end
end
