# frozen_string_literal: true

require "json"
require "securerandom"
require "sinatra/base"

module UpperBranchServer
  # Routes. Reads the request, lets contract and core judge it, answers JSON; every error is a problem document.
  class App < Sinatra::Base
    LIMIT = 262_144 # bytes of a request body
    POLICY = "default-src 'none'; script-src 'self'; style-src 'self' %<nonce>s; font-src 'self'; img-src 'self' data:; connect-src 'self'; " \
             "manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

    # store: Store; catalogue: UpperBranch::Catalogue; web: folder of the built front end
    def self.assemble(store:, catalogue:, web: WEB)
      Class.new(self) do
        set :store, store
        set :contract, Contract.new
        set :catalogue_json, JSON.generate(CatalogueView.new(catalogue).to_h)
        set :stamp, catalogue.stamp
        set :public_folder, web
        set :preloads, Preloads.new(web)
        set :cards, Cards.new(store.database, catalogue)
        set :logs, Logs.new(store.database)
      end
    end

    disable :sessions, :show_exceptions, :raise_errors, :dump_errors, :logging, :method_override
    enable :static
    set :static_cache_control, [:no_cache]
    set :host_authorization, permitted_hosts: ENV.fetch("PERMITTED_HOSTS", "localhost,127.0.0.1,[::1],example.org").split(",")

    before do
      headers "content-security-policy" => format(POLICY, nonce: ""), "x-content-type-options" => "nosniff", "referrer-policy" => "no-referrer", "cross-origin-opener-policy" => "same-origin"
      refuse_foreign_writes unless request.get? || request.head?
    end

    register Routes::Worktop, Routes::Cards, Routes::Logs, Routes::Gauges

    get("/api/v1/health") { answer(status: "ok", catalogue: settings.stamp.tap { settings.store.alive }) }

    get "/api/v1/catalogue" do
      etag settings.stamp
      cache_control :no_cache
      content_type :json
      settings.catalogue_json
    end

    get("/api/v1/schools") { answer(settings.store.ways) }

    post "/api/v1/schools" do
      data = body_as("ShopSchools")
      answer(settings.store.choose(data["chosen"], data["lacks"]))
    end

    get "/api/v1/jobs" do
      answer(jobs: settings.store.list.map { |row| board_row(row) }, order: settings.store.board_order)
    end

    post "/api/v1/board" do
      answer(order: settings.store.arrange(body_as("BoardOrder")["order"]))
    end

    post "/api/v1/jobs" do
      data = body_as("NewJob")
      data["entries"].each_with_index { |entry, i| settings.contract.check_entry(entry, i) }
      stored, job, new = settings.store.create(data["id"], data["title"].strip, data["entries"])
      status(new ? 201 : 200)
      answer(job_view(stored, job))
    end

    get "/api/v1/jobs/:id" do
      stored = settings.store.find(job_id)
      answer(job_view(stored, settings.store.replay(stored.entries)))
    end

    post "/api/v1/jobs/:id/entries" do
      data = body_as("NewEntries")
      data["entries"].each_with_index { |entry, i| settings.contract.check_entry(entry, i) }
      answer(job_view(*settings.store.add(job_id, data["version"], data["entries"])))
    end

    get("/api/*") { raise Problem.not_found }

    # Every other address is the single page; the router in it takes over.
    get "/*" do
      page = File.join(settings.public_folder, "index.html")
      raise Problem.not_found unless File.file?(page) && !File.basename(request.path).include?(".")

      nonce = SecureRandom.base64(16)
      headers "content-security-policy" => format(POLICY, nonce: "'nonce-#{nonce}'")
      cache_control :no_store
      content_type :html
      settings.preloads.into(File.read(page).sub("__STYLE_NONCE__", nonce), request.path)
    end

    error(Problem) { |e| problem(e) }
    error(Sequel::DatabaseError, Sequel::PoolTimeout) do |e|
      warn "database: #{e.message.lines.first&.strip}"
      problem(Problem.unavailable)
    end
    not_found { problem(Problem.not_found) }
    error do |e|
      warn "#{e.class}: #{e.message[0, 300]}\n#{e.backtrace.first(8).join("\n")}"
      problem(Problem.new(500, "fault", "The server made a mistake", "Nothing of this entry was stored. Try again; if it comes back, note what you entered."))
    end

    private

    def answer(data)
      content_type :json
      cache_control :no_store
      JSON.generate(data)
    end

    def problem(error)
      content_type "application/problem+json"
      status error.status
      halt JSON.generate(error.body)
    end

    # A page of another site must not write here: JSON only, or CSV for a log (both ask for a preflight that nobody answers), same
    # origin only.
    def refuse_foreign_writes
      csv = request.path == "/api/v1/logs" && request.media_type == "text/csv"
      raise Problem.new(415, "media-type", "JSON only", "Send application/json.") unless csv || request.delete? || request.media_type == "application/json"

      origin = request.get_header("HTTP_ORIGIN")
      site = request.get_header("HTTP_SEC_FETCH_SITE")
      return if (origin.nil? || origin == request.base_url) && [nil, "same-origin", "none"].include?(site)

      raise Problem.new(403, "foreign", "Another site may not write here", "Open Upper Branch at its own address and enter it there.")
    end

    def body_as(schema, limit = LIMIT)
      text = request.body.read(limit + 1).to_s
      raise Problem.new(413, "too-large", "Too large", "A request is at most #{limit} bytes.") if text.bytesize > limit

      data = JSON.parse(text.force_encoding("UTF-8"), max_nesting: 20)
      settings.contract.check(schema, data)
      data
    rescue JSON::ParserError, EncodingError
      raise Problem.new(400, "not-json", "Not JSON", "The request could not be read as JSON.")
    end

    def job_id
      id = params["id"].to_s.downcase
      raise Problem.not_found unless id.match?(/\A\h{8}-\h{4}-\h{4}-\h{4}-\h{12}\z/)

      id
    end

    def job_view(stored, job)
      entries = stored.entries.map { |entry| entry.merge("struck" => job.struck.include?(entry["id"])) }
      { id: stored.id, title: stored.title, version: stored.version,
        catalogue_changed: stored.catalogue != settings.stamp, catalogue_changes: settings.store.changes_since(stored.catalogue),
        entries: entries, trace: UpperBranch::Trace.of(job).to_h }
    end

    def board_row(row)
      { waiting: nil, id: row[:id], title: row[:title], version: row[:version], updated_at: row[:updated_at].utc.iso8601(3), closed_as: row[:closed_as] }.merge(row[:summary].to_h.transform_keys(&:to_sym))
    end
  end
end
