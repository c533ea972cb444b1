# frozen_string_literal: true

module UpperBranch
  module Learning
    # So many of so many, and how sure that is.
    #
    #   Proportion.new(81, 263).interval   # => [0.255, 0.366]
    Proportion = Struct.new(:seen, :of) do
      def share = of.zero? ? nil : seen / of.to_f

      # 95 % score interval (Wilson, Journal of the American Statistical Association 22, 1927): it stays within 0 and 1,
      # and says something of few observations too.
      def interval
        return [0.0, 1.0] if of.zero?

        z = 1.96
        middle = share + (z * z / (2 * of))
        half = z * Math.sqrt((share * (1 - share) / of) + (z * z / (4.0 * of * of)))
        whole = 1 + (z * z / of)
        [((middle - half) / whole).clamp(0.0, 1.0), ((middle + half) / whole).clamp(0.0, 1.0)]
      end
    end
  end
end
