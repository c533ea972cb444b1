# frozen_string_literal: true

module UpperBranch
  class Job
    # The kinds of entries, by the word they are stored under.
    module Entries
      KINDS = {
        "machine" => Machine,
        "limits" => Limits,
        "symptom" => Symptom,
        "check" => Check,
        "put_back" => PutBack,
        "repair" => Repair,
        "state" => State,
        "caution" => Caution,
        "note" => Note,
        "wait" => Wait,
        "strike" => Strike,
        "close" => Close
      }.freeze
    end
  end
end
