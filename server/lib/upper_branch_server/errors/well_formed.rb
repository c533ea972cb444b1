# frozen_string_literal: true

module UpperBranchServer
  # Before the routes: an address whose escapes are no UTF-8 text, or hold the NUL character, is refused here (400),
  # since nothing behind it is made for such strings. A query that Rack cannot take apart is refused too. And an address
  # is the same however it is written: letters that need no escape stand plain, slashes once (RFC 3986, 6.2.2), before
  # anybody asks who may go there - the router would find its way by the other one too.
  class WellFormed
    def initialize(app)
      @app = app
    end

    def call(env)
      field = ill_formed(env)
      unless field
        env["PATH_INFO"] = plain(env["PATH_INFO"])
        return @app.call(env)
      end

      what = field == "path" ? "The address" : "The part of the address behind the question mark"
      problem = Problem.unreadable(field, "#{what} is not plain text: open it from the page again.")
      [
        400,
        { "content-type" => "application/problem+json", "x-content-type-options" => "nosniff" },
        [JSON.generate(problem.body)]
      ]
    end

    private

    UNRESERVED = /\A[A-Za-z0-9._~-]\z/
    private_constant :UNRESERVED

    def plain(path)
      path.gsub(/%\h\h/) { |escaped| escaped[1..].hex.chr.then { |char| UNRESERVED.match?(char) ? char : escaped } }
          .squeeze("/")
    end

    def ill_formed(env)
      if !text?(env["PATH_INFO"])
        "path"
      elsif !text?(env["QUERY_STRING"]) || !readable_query?(env)
        "query"
      end
    end

    def text?(escaped)
      text = escaped.to_s.b.gsub(/%(\h\h)/) { $1.hex.chr }.force_encoding("UTF-8") # rubocop:disable Style/PerlBackrefs
      text.valid_encoding? && !text.include?("\0")
    end

    def readable_query?(env)
      Rack::Request.new(env).GET
      true
    rescue Rack::QueryParser::ParameterTypeError,
           Rack::QueryParser::InvalidParameterError,
           Rack::QueryParser::QueryLimitError,
           ArgumentError
      false
    end
  end
end
