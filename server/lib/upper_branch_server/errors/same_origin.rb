# frozen_string_literal: true

require "rack/protection"

module UpperBranchServer
  # A page of another site must not write here. Rack::Protection looks at the Origin a browser sends; here also at
  # Sec-Fetch-Site, which a browser sends where it leaves the Origin out, and the refusal is a problem document.
  class SameOrigin < Rack::Protection::HttpOrigin
    FOREIGN = Problem.new(
      403, "foreign", "Another site may not write here", "Open Upper Branch at its own address and enter it there."
    )
    OWN = [nil, "same-origin", "none"].freeze

    def accepts?(env)
      safe?(env) || (super && OWN.include?(env["HTTP_SEC_FETCH_SITE"]))
    end

    def react(_env)
      headers = { "content-type" => "application/problem+json", "x-content-type-options" => "nosniff" }
      [FOREIGN.status, headers, [JSON.generate(FOREIGN.body)]]
    end
  end
end
