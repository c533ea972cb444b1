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

      # The first engine, which stays while the other's sizes are drawn along.
      First = Struct.new(:build, :tried) do
        def bytes = 1_600_000
      end

      def initialize(catalogue, family, was, other)
        @first = catalogue.kept.fetch([:first_engine, family, was]) do
          build = Engine::Build.new(catalogue, family, was)
          First.new(build, Tried.new(build))
        end
        changed = Engine::Build.new(catalogue, family, other).values.except(*SET)
        @other = @first.build.under(changed)
      end

      # Tried, of the first and of the other.
      def sides = @sides ||= [@first.tried, Tried.new(@other)]
      def says = Compared.new(*sides, @first.build.values[:rpm]).says
    end
  end
end
