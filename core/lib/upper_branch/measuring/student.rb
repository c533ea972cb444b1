# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Student's t: what few repeats tell, and the normal that many tend to.
    #
    #   Student.cdf(3.0, 1)     # => 0.8976
    #   Student.cdf(3.0, nil)   # => 0.9987, the normal
    module Student
      MANY = 200 # degrees of freedom from which it is the normal to four places

      module_function

      # Share below t. freedom: whole degrees of freedom, 1 or more; nil for the normal. Closed forms for whole degrees
      # of freedom: Abramowitz and Stegun, Handbook of Mathematical Functions, 26.7.3 and 26.7.4.
      def cdf(t, freedom)
        return Uncertainty.normal_cdf(t) if freedom.nil? || freedom > MANY

        angle = Math.atan(t / Math.sqrt(freedom))
        0.5 * (1 + (freedom.odd? ? odd(angle, freedom) : even(angle, freedom)))
      end

      # A(t | n), n odd: 2/pi (angle + sin angle (cos + 2/3 cos^3 + 2/3 4/5 cos^5 + ...))
      def odd(angle, freedom)
        cosine = Math.cos(angle)
        term = cosine
        sum = 0.0
        (1..(freedom - 2)).step(2) do |k|
          sum += term
          term *= (k + 1.0) / (k + 2) * cosine * cosine
        end
        2 / Math::PI * (angle + (Math.sin(angle) * sum))
      end

      # A(t | n), n even: sin angle (1 + 1/2 cos^2 + 1/2 3/4 cos^4 + ...)
      def even(angle, freedom)
        cosine = Math.cos(angle)
        term = 1.0
        sum = 0.0
        (0..(freedom - 2)).step(2) do |k|
          sum += term
          term *= (k + 1.0) / (k + 2) * cosine * cosine
        end
        Math.sin(angle) * sum
      end
      private_class_method :odd, :even
    end
  end
end
