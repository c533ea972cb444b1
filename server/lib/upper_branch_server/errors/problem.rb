# frozen_string_literal: true

module UpperBranchServer
  # An error as the client sees it: application/problem+json (RFC 9457), with the field and what to do.
  class Problem < StandardError
    attr_reader :status, :body, :headers

    # errors: [{field:, detail:}]; wait: seconds after which it may be tried again; more: further members ("version")
    def initialize(status, type, title, detail, errors: nil, wait: nil, **more)
      @status = status
      @headers = wait ? { "retry-after" => wait.to_s } : {}
      @body = {
        type: "/problems/#{type}",
        title: title,
        status: status,
        detail: detail,
        errors: errors,
        wait: wait,
        **more
      }.compact
      super(detail)
    end

    def self.invalid(field, detail)
      new(422, "invalid", "This cannot be recorded", detail, errors: [{ field: field, detail: detail }])
    end

    # version: of the job now; collides: whether what was sent is about the same as what stands there now; by: names
    def self.stale(version, collides: true, by: [])
      who = by.empty? ? "Somebody else" : by.join(" and ")
      new(
        409,
        "stale",
        "#{who} wrote to this job",
        "The job has gone on to version #{version}: look at what was written, then decide about yours.",
        version: version,
        collides: collides
      )
    end

    # The same id with other content: the first stays as it is.
    def self.conflict(field, what)
      detail = "#{what} of this id is stored already, with other content: give yours a new id."
      new(409, "conflict", "This id is taken", detail, errors: [{ field: field, detail: detail }])
    end

    # What cannot be read at all, before anybody looks for its meaning.
    def self.unreadable(field, detail)
      new(400, "unreadable", "The request cannot be read", detail, errors: [{ field: field, detail: detail }])
    end

    def self.not_found
      new(404, "not-found", "Not found", "There is no such job or page here.")
    end

    def self.unavailable
      new(
        503,
        "unavailable",
        "The database cannot be reached",
        "Nothing was lost: what you entered is kept in this browser and is sent again when the database answers."
      )
    end

    def self.full
      new(
        507,
        "disk-full",
        "The disk of the server is full",
        "What you entered is kept in this browser and is sent again when somebody has made room."
      )
    end

    FAULTS = {
      nothing: "Nothing of this was stored. Try again; if it comes back, note what you entered.",
      unknown: "It is not known whether this was stored. Look before you enter it again; what is sent again by " \
               "itself is stored only once.",
      reading: "This could not be shown. Nothing was changed, and what is stored is whole. Try again; if it comes " \
               "back, tell the lead the number below."
    }.freeze

    # stored: :nothing where that is known, :unknown, or :reading where nothing was to be stored
    def self.fault(stored = :unknown) = new(500, "fault", "The server made a mistake", FAULTS.fetch(stored))
  end
end
