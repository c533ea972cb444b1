# frozen_string_literal: true

module UpperBranch
  class Job
    # The kinds of entries, by the word they are stored under.
    module Entries
      KINDS = {
        "machine" => Machine,
        "limits" => Limits,
        "engine" => Engine,
        "trial" => Trial,
        "symptom" => Symptom,
        "condition" => Condition,
        "check" => Check,
        "passed_over" => PassedOver,
        "recreate" => Recreate,
        "put_back" => PutBack,
        "removed" => Removed,
        "refitted" => Refitted,
        "cleared" => Cleared,
        "photo" => Photo,
        "setting" => Setting,
        "task" => Task,
        "repair" => Repair,
        "state" => State,
        "waive" => Waive,
        "gate" => Gate,
        "caution" => Caution,
        "note" => Note,
        "wait" => Wait,
        "strike" => Strike,
        "close" => Close
      }.freeze
    end
  end
end
