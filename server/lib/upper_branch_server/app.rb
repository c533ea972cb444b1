# frozen_string_literal: true

require "json"
require "securerandom"
require "rack/attack"
require "sinatra/base"

module UpperBranchServer
  # Routes. Reads the request, lets contract and core judge it, answers JSON; every error is a problem document.
  class App < Sinatra::Base
    POLICY =
      "default-src 'none'; script-src 'self'; style-src 'self' %<nonce>s; font-src 'self'; img-src 'self' data:; " \
      "connect-src 'self'; manifest-src 'self'; worker-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

    # Names of built files carry a sum of their content: they never change and may be kept for ever.
    ASSET_HEADERS = {
      "cache-control" => "public, max-age=31536000, immutable",
      "x-content-type-options" => "nosniff"
    }.freeze
    # knowledge: Knowledge, or what answers like it; web: folder of the built front end; accounts: middleware that knows
    # who has signed in (People::Accounts), or nil at an open bench
    def self.assemble(knowledge:, web: WEB, accounts: nil)
      app = Class.new(self) do
        [WellFormed, Rack::Attack, SameOrigin, Media].each { |one| use one }
        use Rack::Static, urls: ["/assets/"], root: web, cascade: true, header_rules: [[:all, ASSET_HEADERS]]
        use People::AccountBodies, Contract.new if accounts
        use accounts if accounts
        set :accounts, !accounts.nil?
        set :knowledge, knowledge
        # Asked anew each time: what the lead changes gives another store, and another stamp.
        set(:store) { knowledge.store }
        set(:stamp) { knowledge.stamp }
        set(:cards) { knowledge.store.cards }
        set(:logs) { knowledge.store.logs }
        set(:board) { knowledge.store.board }
        set :hub, Live::Hub.new(knowledge.store.database)
        set :contract, Contract.new
        set :public_folder, web
        set :preloads, Preloads.new(web)
      end
      around(app, knowledge)
    end

    # What stands before every route and is asked under any host name.
    def self.around(app, knowledge)
      Rack::Builder.app do
        use RequestLog
        use LastResort
        use Liveness, knowledge
        run app
      end
    end

    disable :sessions, :show_exceptions, :raise_errors, :dump_errors, :logging, :method_override
    enable :static
    mime_type :webmanifest, "application/manifest+json"
    mime_type :patch, "text/x-patch"
    set :protection, except: :http_origin # SameOrigin does that, in our words
    helpers Asked, People::Access
    set :static_cache_control, [:no_cache]
    set :host_authorization, permitted_hosts: Where.hosts # nothing else is answered

    before do
      headers "content-security-policy" => format(POLICY, nonce: ""),
              "x-content-type-options" => "nosniff",
              "referrer-policy" => "no-referrer",
              "cross-origin-opener-policy" => "same-origin",
              "permissions-policy" => "camera=(self), microphone=(), geolocation=()"
      headers "strict-transport-security" => "max-age=31536000" if Where.secure?
      settings.knowledge.refresh if request.path.start_with?("/api/")
      admit
    end

    register Routes::Worktop, Routes::Mixture, Routes::Cards, Routes::Logs, Routes::Gauges, Routes::Sheets,
             Routes::Reports, Routes::JobFiles, Routes::JobArchives, Routes::Visits, Routes::Photos,
             Routes::Settings, Routes::Records, Routes::Owner, Routes::Drawings, Routes::People, Routes::Live,
             Routes::Knowledge, Routes::Learning, Routes::Practice

    get "/api/v1/catalogue" do
      etag settings.stamp
      cache_control :no_cache
      content_type :json
      settings.knowledge.shown
    end

    get("/api/v1/schools") { answer(settings.store.shop.ways) }

    post "/api/v1/schools" do
      data = body_as("ShopSchools")
      answer(settings.store.shop.choose(data["chosen"], data["lacks"]))
    end

    get "/api/v1/jobs" do
      answer(settings.board.page(**board_question).merge(order: settings.board.order))
    end

    post "/api/v1/board" do
      answer(order: settings.store.shop.arrange(body_as("BoardOrder")["order"]))
    end

    post "/api/v1/jobs" do
      data = signed(entries_as("NewJob"))
      fit_for(data["entries"], data["id"])
      stored, traced, new = settings.store.create(data["id"], data["title"].strip, data["entries"])
      status(new ? 201 : 200)
      answer_job(stored, traced)
    end

    get "/api/v1/jobs/:id" do
      answer_job(*settings.store.find(job_id))
    end

    # Asked for while the page lies idle: it takes as long as a dozen traces.
    get "/api/v1/jobs/:id/ahead" do
      stored = settings.store.jobs.find(job_id)
      answer(version: stored.version, ahead: UpperBranch::Views::Ahead.of(settings.store.jobs.replay(stored.entries)))
    end

    post "/api/v1/jobs/:id/entries" do
      data = signed(entries_as("NewEntries"))
      fit_for(data["entries"], job_id)
      answer_job(*settings.store.add(job_id, data["version"], data["entries"]))
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
    error(Sequel::Error) do |e|
      Journal.error("database", e)
      problem(DatabaseProblem.of(e, stored: stored(e)))
    end
    error(Sinatra::BadRequest) do |e|
      problem(Problem.unreadable("query", e.message.to_s.dup.force_encoding("UTF-8").scrub[0, 200]))
    end
    not_found { problem(Problem.not_found) }
    error do |e|
      Journal.error("fault", e, depth: 8)
      problem(Problem.fault(stored(e)))
    end

    private

    # What is known of what was to be stored when this error was raised.
    def stored(error)
      return :reading if request.get? || request.head?

      error.is_a?(Store::Whole::NothingStored) ? :nothing : :unknown
    end

    def answer(data)
      content_type :json
      cache_control :no_store
      JSON.generate(data)
    end

    def problem(error)
      content_type "application/problem+json"
      status error.status
      headers error.headers
      halt JSON.generate(error.body.merge(request: Journal.request).compact)
    end

    # It comes after the entries are stored: a database that is away now makes no refusal of it.
    def changes_since(stamp)
      settings.store.catalogues.changes_since(stamp)
    rescue Sequel::Error => e
      Journal.error("changes of the catalogue", e)
      nil
    end

    # The job with its trace, which is JSON already.
    def answer_job(stored, traced)
      entries = stored.entries.map { |entry| entry.merge("struck" => traced.struck.include?(entry["id"])) }
      head = {
        id: stored.id,
        title: stored.title,
        version: stored.version,
        practice: stored.practice,
        catalogue_changed: stored.catalogue != settings.stamp,
        catalogue_changes: changes_since(stored.catalogue),
        entries: entries
      }
      content_type :json
      cache_control :no_store
      "#{JSON.generate(head).delete_suffix('}')},\"trace\":#{traced.json}}"
    end
  end
end
