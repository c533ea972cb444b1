# frozen_string_literal: true

module UpperBranch
  module Signals
    # Something a log shows, from and to in seconds. strength: how plain it is, in the detector's own measure; says: a
    # sentence; evidence: {symptom:, when:} or {check:, outcomes:}, as a job takes it.
    Event = Struct.new(:kind, :from, :to, :strength, :says, :evidence, keyword_init: true) do
      # A row of the knowledge as evidence. rows: {"symptom", "when"} or {"check", "outcomes"}
      def self.evidence(row)
        if row["symptom"]
          { symptom: row["symptom"], when: row["when"] || [] }
        else
          { check: row["check"], outcomes: row["outcomes"] }
        end
      end
    end
  end
end
