# frozen_string_literal: true

module UpperBranchServer
  # What a database error means to the person who entered something: away (it is kept and sent again), full (someone
  # must make room), written at the same moment (send it again), refused by a constraint (the field it is about), or a
  # mistake of ours.
  #
  #   DatabaseProblem.of(error)   # => Problem 503, 507 or 500
  module DatabaseProblem
    AWAY = [Sequel::DatabaseConnectionError, Sequel::DatabaseDisconnectError, Sequel::PoolTimeout].freeze
    # SQLSTATEs as PostgreSQL lists them (documentation, appendix A).
    FULL = %w[53100].freeze
    # Serialization, deadlock, too many connections, locked, canceled, going down, read only.
    PASSING = %w[40001 40P01 53300 55P03 57014 57P01 57P02 57P03 25006].freeze
    DATA = /\A22/
    CONSTRAINT = /\A23/
    UNUSUAL = "The database cannot keep something in this request: leave out unusual characters and very large numbers."

    # stored: as for Problem.fault
    def self.of(error, stored: :unknown)
      return away if AWAY.any? { |kind| error.is_a?(kind) }

      case state(error)
      when *FULL
        Problem.full
      when *PASSING
        away
      when DATA
        Problem.new(422, "invalid", "This cannot be recorded", UNUSUAL)
      when CONSTRAINT
        Constraints.problem(said(error, PG::Result::PG_DIAG_CONSTRAINT_NAME)) || Problem.fault(stored)
      else
        Problem.fault(stored)
      end
    end

    # Can the database still be read, though not written?
    def self.read_only?(error) = [*FULL, "25006"].include?(state(error))

    # It may be away because its disk is full.
    def self.away = Disk.full? ? Problem.full : Problem.unavailable

    # Five characters, or nil when PostgreSQL said nothing.
    def self.state(error) = said(error, PG::Result::PG_DIAG_SQLSTATE)

    # A field of PostgreSQL's own message.
    def self.said(error, field)
      pg = error.wrapped_exception
      pg.result&.error_field(field) if pg.respond_to?(:result)
    end
  end
end
