# frozen_string_literal: true

module UpperBranch
  module Practice
    # Two engines side by side: one as its holes are, and the same one with other holes, of which nothing else was set
    # anew: throttle stop, load and friction stay those of the first.
    #
    #   WhatIf.new(catalogue, "car-one", {}, { "main_jet" => 1.2 }).says
    #   # => ["Wide open it pulls up to 4 % less, at 4500 rpm.", ...]
    #
    # was, other: {field => number, word or {"value", "unit"}}, as for a sheet of holes.
    # Raises Invalid at the field for sizes that cannot run.
    class WhatIf
      # What the sheet says of the engine when all is well; it is the first one's for both.
      SET = %i[idle_vacuum idle_rpm rpm].freeze

      def initialize(catalogue, family, was, other)
        base = Engine::Build.new(catalogue, family, was)
        changed = Engine::Build.new(catalogue, family, other).values.except(*SET)
        @builds = [base, base.under(changed)]
      end

      # Tried, of the first and of the other.
      def sides = @sides ||= @builds.map { |build| Tried.new(build) }
      def says = Compared.new(*sides, @builds.first.values[:rpm]).says
    end
  end
end
