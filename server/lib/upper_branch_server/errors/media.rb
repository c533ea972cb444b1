# frozen_string_literal: true

module UpperBranchServer
  # What kind of content may be sent, and where; before anybody reads a body. All of it asks a browser for a preflight
  # that nobody answers for another site.
  class Media
    # Besides JSON.
    OTHER = {
      %r{\A/api/v1/logs\z} => %w[text/csv],
      %r{\A/api/v1/jobs/zip\z} => %w[application/zip],
      %r{\A/api/v1/jobs/[^/]+/photos/[^/]+\z} => %w[image/jpeg image/png application/octet-stream]
    }.freeze
    WITHOUT_BODY = %w[GET HEAD DELETE OPTIONS].freeze

    def initialize(app)
      @app = app
    end

    def call(env)
      return @app.call(env) if WITHOUT_BODY.include?(env["REQUEST_METHOD"])

      other = OTHER.find { |path, _| path.match?(env["PATH_INFO"]) }&.last || []
      kind = env["CONTENT_TYPE"].to_s.b[/\A[^;,\s]+/n].to_s.downcase
      return @app.call(env) if ["application/json", *other].include?(kind)

      raise Problem.new(415, "media-type", "Another kind of content",
                        "Send #{['application/json', *other].join(' or ')}.")
    end
  end
end
