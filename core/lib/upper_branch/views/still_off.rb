# frozen_string_literal: true

module UpperBranch
  module Views
    # What checks took off and nobody has ticked as back on. Checks that took off the same stand in one row.
    #
    #   StillOff.of(job)   # => [{checks: [{id: "pump-shot", name: "Pump shot"}], items: ["air cleaner"]}]
    module StillOff
      def self.of(job)
        checks = job.loose.map { |id| job.catalogue.check(id) }
        rows =
          checks.reduce([]) do |apart, check|
            same, apart = apart.partition { |row| row.flat_map(&:puts_back).intersect?(check.puts_back) }
            [*apart, [*same.flatten, check]]
          end
        rows.map do |row|
          { checks: row.map { |check| { id: check.id, name: check.name } }, items: row.flat_map(&:puts_back).uniq }
        end
      end
    end
  end
end
