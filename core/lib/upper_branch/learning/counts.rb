# frozen_string_literal: true

module UpperBranch
  module Learning
    # What many closed jobs come to: how often each fault was wrong against how often it was thought so, how often it
    # showed, what checks and repairs took.
    #
    #   counts = Counts.new(closed_jobs)   # as ClosedJob gives them
    #   counts.faults("small-float")       # => {"water" => [3.2 expected, 7 seen], ...}
    class Counts
      # cases: array of hashes
      def initialize(cases)
        @cases = cases
      end

      def families = known.map { |one| one["family"] }.uniq.sort

      # Jobs of a family whose truth is known and that began with a complaint.
      def of(family) = by_family.fetch(family, [])

      # {fault id => [expected, seen]}: the sum of the chances of the first rankings, and how often it was so
      def faults(family)
        sums = Hash.new { |all, id| all[id] = [0.0, 0] }
        of(family).each do |one|
          one["first"].each { |id, chance| sums[id][0] += chance }
          one["truth"].each { |id| sums[id][1] += 1 }
        end
        sums
      end

      # {[fault, check, word] => [sum of the strengths by the tables, how often shown, how often looked]}
      def shown
        sums = Hash.new { |all, key| all[key] = [0.0, 0, 0] }
        @cases.each do |one|
          one["shown"].each do |look|
            look["of"].each { |word, told| add(sums[[one["truth"].first, look["check"], word]], told) }
          end
        end
        sums
      end

      # {check id => [[minutes it took, minutes by the tables], ...]} where somebody has said so
      def check_minutes = minutes(@cases.flat_map { |one| one["checks"] }, "check")

      # {[kind or nil, id of a repair of many things or nil] => ...} likewise
      def repair_minutes
        rows = @cases.flat_map { |one| one["repairs"] }.map do |row|
          row.merge("named" => row["kind"] ? [row["kind"], nil] : [nil, row["repair"]])
        end
        minutes(rows, "named")
      end

      private

      def known
        @known ||= @cases.select { |one| one["truth"] && one["first"] }
      end

      def by_family = @by_family ||= known.group_by { |one| one["family"] }

      def add(sum, told)
        sum[0] += told.first
        sum[1] += told.last
        sum[2] += 1
      end

      def minutes(rows, name)
        rows.select { |row| row["took"] && row["minutes"] }
            .group_by { |row| row[name] }
            .transform_values { |list| list.map { |row| row.values_at("took", "minutes") } }
      end
    end
  end
end
