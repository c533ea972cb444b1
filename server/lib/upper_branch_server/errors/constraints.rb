# frozen_string_literal: true

module UpperBranchServer
  # What a constraint of the database is about: the field of the request, and what to do. Migrations give the names.
  #
  #   Constraints.problem("jobs_title_written")   # => Problem 422 at "title"; nil where no request can break it
  module Constraints
    FIELDS = {
      "entries_kind_known" => ["kind", "This kind of entry is not known here."],
      "entries_by_written" => ["by", "A name of at most 80 letters."],
      "entries_data_object" => ["data", "The data of an entry is an object."],
      "jobs_title_written" => ["title", "Give the job a title."],
      "jobs_closed_as_known" => ["as", "A job closes as proven, referred or unproven."],
      "spec_cards_name_written" => ["name", "Give the card a name."],
      "spec_cards_name_family_key" => ["name", "There is already a card of this name for this family."]
    }.freeze

    # name: of the constraint, or nil
    def self.problem(name)
      field, detail = FIELDS[name]
      field && Problem.invalid(field, detail)
    end
  end
end
