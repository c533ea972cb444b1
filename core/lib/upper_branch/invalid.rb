# frozen_string_literal: true

module UpperBranch
  # Something a person entered cannot be used: which field, and what to do about it.
  #
  #   raise Invalid.new("outcome", "pump-shot knows no outcome \"great\"; use one of: strong-at-once, late, ...")
  class Invalid < StandardError
    attr_reader :field

    # field: JSON pointer without the leading slash ("reading/unit") or a plain name.
    def initialize(field, message)
      @field = field
      super(message)
    end
  end
end
