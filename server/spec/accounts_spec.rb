# frozen_string_literal: true

require_relative "server_helper"
require_relative "app_with_accounts"
require "rotp"
require "webauthn/fake_client"

# Who is who: names that are one person's, guessing that locks nobody out, second factors that survive a move, sessions
# that end, and bodies that are bent out of shape.
RSpec.describe "Accounts" do
  let(:people) { ServerUnderTest.store.people }
  let(:app) { AppWithAccounts.app }
  let(:word) { "nine hens in the shed" }

  def join(login, name, role: "technician", password: word, **more)
    post_json "/api/v1/join/#{people.invite(role: role, **more)}", { login: login, name: name, password: password }
    last_response.status
  end

  def sign_in(login, password = word)
    post_json "/api/v1/account/login", { login: login, password: password }
    last_response.status
  end

  def out = post_json("/api/v1/account/logout", {})
  def who = get_json("/api/v1/account")["who"]

  describe "names" do
    it "are one person's, however they are written, and are not given again when the account is closed" do
      join("jos", "José Vale")
      ["José  vale", "Jose\u0301 Vale", "JOSÉ VALE", "Ｊosé Vale"].each_with_index do |name, i|
        expect([name, join("other#{i}", name), answer["errors"]]).to match [name, 422, [include("field" => "name")]]
      end
      people.change(people.list.first[:id], role: "lead")
      join("boss", "Boss", role: "lead")
      people.change(people.list.find { |one| one[:login] == "jos" }[:id], closed: true)
      expect(join("again", "José Vale")).to eq 422
      expect(answer["detail"]).to include "is or was somebody else"
    end

    it "hold nothing that is not seen, no direction marks, no comma, and no word for" do
      ["Ine\u200Bs", "Ines\u202E", "\u2066Ines", "Ines\tVale", "Ines\nVale", "Ines\u00AD", "I\u3164nes", "Ines\uFE0F",
       "Ines, for Jo", "Ines for Jo", "For", "Ines <b>", "x" * 61, " ", "🔥"].each_with_index do |name, i|
        expect([name, join("one#{i}", name)]).to eq [name, 422]
        expect(answer["errors"].first["field"]).to eq "name"
      end
      expect(["O'Neil", "Anne-Lise M. Vale", "Владимир", "小林", "Forrest"].each_with_index.map do |name, i|
               join("good#{i}", name)
             end).to all eq 200
    end

    # Cyrillic letters, a digit for a letter, capital I for small l: not the same name, but the same to the eye.
    it "that look alike have a number beside them, in the list and under entries" do
      join("ines", "Ines Vale", role: "lead")
      expect(who["signature"]).to eq "Ines Vale"
      mine = people.list.first[:id]
      out
      join("other", "lnеs Vаlе")
      id = people.list.find { |one| one[:login] == "other" }[:id]
      expect(who["signature"]).to eq "lnеs Vаlе ##{id}"
      expect(job_with["entries"].first["by"]).to eq "lnеs Vаlе ##{id}"
      out
      sign_in("ines")
      expect(who["signature"]).to eq "Ines Vale ##{mine}"
      join("lee", "Lee", role: "trainee", under: mine)
      expect(who["signature"]).to eq "Lee, for Ines Vale ##{mine}"
      expect(people.audit.map { |row| row[:name] }).to include("Ines Vale ##{mine}", "lnеs Vаlе ##{id}", "Lee")
      expect(people.list.to_h { |one| one.values_at(:login, :alike) })
        .to eq("ines" => true, "other" => true, "lee" => false)
    end

    it "of accounts from before are told apart when the server starts" do
      join("jo", "Jo")
      before = { name: "Jo", login: "jo2", role: "technician", name_key: "jo #9", skeleton: "" }
      ServerUnderTest.owner[:accounts].insert(before)
      ServerUnderTest.owner[:accounts].insert(before.merge(login: "jo3", name: "JO", name_key: "x"))
      people.name_keys
      keys = ServerUnderTest.owner[:accounts].order(:id).select_map(%i[id name_key skeleton])
      expect(keys.map(&:last).uniq).to eq ["jo"]
      expect(keys.map { |row| row[1] }.uniq.size).to eq 3
      expect(people.list).to all include(alike: true)
    end
  end

  describe "guessing" do
    let(:guesses) { UpperBranchServer::People::Guesses }

    def wrong(login, times = 1) = Array.new(times) { sign_in(login, "not the word at all") }

    def later(seconds)
      ServerUnderTest.owner[:attempts].update(
        blocked_until: Sequel.lit("blocked_until - ? * interval '1 second'", seconds)
      )
    end

    before { join("ines", "Ines", role: "lead") }

    it "is answered the same for a name that is and one that is not, and waits longer each time" do
      clear_cookies
      told = %w[ines nobody].map do |login|
        waits = []
        statuses = wrong(login, 6)
        waits << answer["wait"] if wrong(login) == [429]
        3.times do
          later(1000)
          wrong(login)
          wrong(login)
          waits << answer["wait"]
        end
        ServerUnderTest.owner[:attempts].where(Sequel.like(:name, "guess:address:%")).delete
        [statuses, waits, answer.except("request", "wait", "detail")]
      end
      expect(told.first).to eq told.last
      expect(told.first[0]).to eq [401] * 6
      expect(told.first[1]).to eq told.first[1].sort
      expect(told.first[1].uniq.size).to eq 4
      expect(told.first[1].last).to be <= 16
    end

    it "by somebody else does not keep out who signs in at a device that is known" do
      mine = rack_mock_session.cookie_jar.dup
      clear_cookies
      wrong("ines", 8)
      expect(sign_in("ines")).to eq 429
      expect(last_response.headers["retry-after"].to_i).to be_between(1, 900)
      rack_mock_session.cookie_jar = mine
      out
      expect(sign_in("ines")).to eq 200
      expect(get_json("/api/v1/people")["people"].first["locked"]).to be true
      clear_cookies
      later(1000)
      expect(sign_in("ines")).to eq 200
      expect(people.list.first[:locked]).to be false
    end

    it "at a device that is known waits too, and a made-up cookie is none" do
      out
      wrong("ines", 6)
      expect(sign_in("ines")).to eq 429
      clear_cookies
      expect(sign_in("ines")).to eq 200 # another device: only the known one has to wait
      clear_cookies
      set_cookie "#{UpperBranchServer::People::Devices::COOKIE}=abc.def"
      wrong("ines", 6)
      expect(ServerUnderTest.owner[:attempts].select_map(:name)).to include guesses.of("ines")
    end

    it "from one address under many names waits" do
      clear_cookies
      16.times { |i| wrong("nobody#{i}") }
      expect(wrong("nobody99")).to eq [429]
    end

    it "of what is easily guessed is refused at the length allowed, with the own name too" do
      %w[password1234 qwertyuiop12 letmeinletmein aaaaaaaaaaaaaaaa 123412341234].each_with_index do |easy, i|
        expect([easy, join("one#{i}", "One#{('a'..'z').to_a[i]}", password: easy)]).to eq [easy, 422]
        expect(answer["errors"].first).to include("field" => "password", "detail" => /\AThis is soon guessed/)
      end
      expect(join("fine", "Fine", password: "brass kettle under nine oaks")).to eq 200
      post_json("/api/v1/account/change-password",
                { password: "brass kettle under nine oaks", "new-password": "password1234" })
      expect([last_response.status, answer["errors"].first["field"]]).to eq [422, "new-password"]
    end

    it "of the password by who has taken over a session is limited" do
      Rack::Attack.enabled = true
      UpperBranchServer::Limits.set(ServerUnderTest.database)
      tried = Array.new(11) do
        post_json("/api/v1/account/change-password", { password: "x" * 12, "new-password": "y" * 12 })
        last_response.status
      end
      expect(tried).to eq(([401] * 10) + [429])
    ensure
      Rack::Attack.enabled = false
    end
  end

  describe "a second factor" do
    # Codes by an independent library (rotp); the algorithm itself: RFC 6238.
    def set_up
      set = post_json("/api/v1/account/otp-setup", {})
      expect(last_response.headers["cache-control"]).to eq "no-store"
      codes = ROTP::TOTP.new(set["otp_secret"])
      given = set.slice("otp_secret", "otp_raw_secret").merge("password" => word, "otp" => codes.now)
      [codes, post_json("/api/v1/account/otp-setup", given)["recovery_codes"]]
    end

    def give(path, **body)
      post_json("/api/v1/account/#{path}", body.transform_keys { |key| key.to_s.tr("_", "-") })
      last_response.status
    end

    before { join("ines", "Ines", role: "lead") }

    it "comes with recovery codes, told once, each good once, of which only sums are kept" do
      _, codes = set_up
      expect(codes.size).to eq 8
      expect(ServerUnderTest.owner[:account_recovery_codes].select_map(:code)).to all match(/\A\h{64}\z/)
      out
      sign_in("ines")
      expect(give("recovery-auth", recovery_code: "AAAA-BBBB-CCCC")).to eq 401
      expect(give("recovery-auth", recovery_code: codes.first.downcase.delete("-"))).to eq 200
      expect(who["name"]).to eq "Ines"
      out
      sign_in("ines")
      expect(give("recovery-auth", recovery_code: codes.first)).to eq 401
      expect(give("recovery-auth", recovery_code: codes.last)).to eq 200
      expect(give("recovery-codes", password: "wrong wrong wrong", add: "t")).to eq 401
      expect(give("recovery-codes", password: word, add: "t")).to eq 200
      expect(answer["recovery_codes"].size).to eq 2
      expect(ServerUnderTest.owner[:account_recovery_codes].count).to eq 8
    end

    # The backup has all that is in the database, and not the secret in var/: as on a new machine.
    it "is begun anew by a recovery code on a machine with another secret" do
      device, codes = set_up
      elsewhere = UpperBranchServer::People::Accounts.over(store: ServerUnderTest.store, secret: "t" * 64,
                                                           secure: false)
      moved = UpperBranchServer::App.assemble(knowledge: ServerUnderTest.knowledge, accounts: elsewhere)
      allow(AppWithAccounts).to receive(:app).and_return(moved)
      @app = moved
      session = Rack::Test::Session.new(Rack::MockSession.new(moved, "127.0.0.1"))
      send = lambda do |path, body|
        session.post("/api/v1/account/#{path}", JSON.generate(body), "CONTENT_TYPE" => "application/json")
        session.last_response.status
      end
      expect(send.call("login", { login: "ines", password: word })).to eq 200
      ServerUnderTest.owner[:account_otp_keys].update(last_use: Time.now - 600)
      expect(send.call("otp-auth", { otp: device.now })).to eq 401 # its key was made with the other secret
      expect(send.call("recovery-auth", { "recovery-code": codes[2] })).to eq 200
      expect(send.call("otp-disable", { password: word })).to eq 200
      set = JSON.parse(session.post("/api/v1/account/otp-setup", "{}", "CONTENT_TYPE" => "application/json").body)
      fresh = ROTP::TOTP.new(set["otp_secret"])
      given = set.slice("otp_secret", "otp_raw_secret").merge("password" => word, "otp" => fresh.now)
      expect(send.call("otp-setup", given)).to eq 200
    end
  end

  describe "bodies bent out of shape" do
    before { join("ines", "Ines", role: "lead") }

    def sent(path, body, type = "application/json")
      post(path, body.is_a?(String) ? body : JSON.generate(body), "CONTENT_TYPE" => type)
      [last_response.status, last_response.media_type, last_response.body.empty?]
    end

    def refusal(status) = [status, "application/problem+json", false]

    it "that are no object are refused in words at every door of the accounts" do
      paths = %w[login logout change-password otp-setup otp-auth otp-disable recovery-auth recovery-codes
                 webauthn-setup webauthn-login webauthn-auth webauthn-remove].map { |path| "/api/v1/account/#{path}" }
      [*paths, "/api/v1/join/ABCD-EFGH-JKLM"].each do |path|
        [[], [1], "5", "null", '"x"', "true"].each do |body|
          expect([path, body, *sent(path, body)]).to eq [path, body, *refusal(422)]
        end
        expect(sent(path, "")).to eq refusal(400)
        expect(sent(path, "{}", "multipart/form-data")).to eq refusal(415)
        expect(sent(path, "{}", "application/x-www-form-urlencoded")).to eq refusal(415)
      end
    end

    it "with values of another kind, or that cannot be kept, are refused at the field" do
      [{ login: [], password: word }, { login: "ines", password: { a: 1 } }, { login: "ines", password: "a\u0000b" },
       { login: "ines", password: 5 }, { login: "x" * 2000, password: word }].each do |body|
        expect([body, *sent("/api/v1/account/login", body)]).to eq [body, *refusal(422)]
      end
      [5, "x", {}, { id: 5, rawId: [], type: "public-key", response: {} },
       { id: "x", rawId: "x", type: "public-key",
         response: { clientDataJSON: 5, attestationObject: [] } }].each do |made|
        expect(sent("/api/v1/account/webauthn-setup", { webauthn_setup: made })).to eq refusal(422)
        expect(sent("/api/v1/account/webauthn-login", { webauthn_auth: made })).to eq refusal(422)
      end
      text = { id: "x", rawId: "x", type: "public-key",
               response: { clientDataJSON: "e30", attestationObject: "oA", authenticatorData: "x", signature: "x" } }
      %w[setup login].zip(%w[webauthn_setup webauthn_auth]).each do |path, field|
        status, kind, = sent("/api/v1/account/webauthn-#{path}",
                             { field => text, "#{field}_challenge" => "x", "#{field}_challenge_hmac" => "x" })
        expect([path, status, kind]).to match [path, be_between(400, 499), "application/problem+json"]
      end
    end

    it "inviting for an account that is not there is refused at the field" do
      %w[account under].each do |field|
        post_json("/api/v1/people/invitations", { role: "trainee", field => 999_999 })
        expect([last_response.status, answer["errors"].first["field"]]).to eq [422, field]
      end
      post_json("/api/v1/people/#{people.list.first[:id]}", { under: 999_999 })
      expect([last_response.status, answer["errors"].first["field"]]).to eq [422, "under"]
    end

    it "one entry id twice in a file is refused at the entry" do
      note = entry("note", text: "x")
      file = get_json("/api/v1/jobs/#{job_with(note)['id']}/file.json").merge("id" => SecureRandom.uuid)
      file["entries"] << file["entries"].last
      post_json("/api/v1/jobs/file", { text: JSON.generate(file) })
      expect([last_response.status, answer["errors"].first["field"]]).to eq [422, "entries/2/id"]
    end
  end

  describe "the live line" do
    # The other end of a page's line: it is over when it can be read to its end.
    def over_within(seconds)
      mine, theirs = UNIXSocket.pair
      hub = UpperBranchServer::Live::Hub.new(ServerUnderTest.database)
      key = ServerUnderTest.owner[:account_active_session_keys].get(:session_id)
      id = people.list.first[:id]
      hub.join(theirs, job: nil, name: nil, session: { account: id, key: key, role: "lead" })
      began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      expect(mine.wait_readable(2)).to be_truthy
      mine.readpartial(65_536)
      yield id
      Timeout.timeout(seconds) { mine.read }
      Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
    ensure
      hub&.stop
      [mine, theirs].compact.each(&:close)
    end

    before do
      join("boss", "Boss", role: "lead")
      out
      ServerUnderTest.owner[:account_active_session_keys].delete
      ServerUnderTest.owner[:accounts].update(role: "lead")
      sign_in("boss")
    end

    { "sign-out" => ->(spec, _) { spec.out },
      "a closed account" => lambda { |spec, id|
        spec.join("other", "Other", role: "lead")
        spec.people.change(id, closed: true)
      },
      "another role" => lambda { |spec, id|
        spec.join("other", "Other", role: "lead")
        spec.people.change(id, role: "technician")
      } }.each do |what, act|
      it "ends soon after #{what}" do
        expect(over_within(10) { |id| act.call(self, id) }).to be < 10
      end
    end

    it "goes on while the session does" do
      mine, theirs = UNIXSocket.pair
      hub = UpperBranchServer::Live::Hub.new(ServerUnderTest.database)
      key = ServerUnderTest.owner[:account_active_session_keys].get(:session_id)
      hub.join(theirs, job: nil, name: nil, session: { account: people.list.first[:id], key: key, role: "lead" })
      hub.send(:tend)
      expect(hub.size).to eq 1
    ensure
      hub&.stop
      [mine, theirs].compact.each(&:close)
    end
  end

  describe "a practice" do
    it "goes by the account, and is answered and ended by its owner or the lead only" do
      join("ines", "Ines", role: "lead")
      out
      join("jo", "Jo")
      made = post_json("/api/v1/practice", { id: SecureRandom.uuid, family: "small-float", level: "plain" })["job"]
      expect(get_json("/api/v1/practice")["open"].map { |one| one["job"] }).to eq [made]
      check = get_json("/api/v1/jobs/#{made}")["trace"]["machine"]["checks"].keys.first
      out
      join("mo", "Mo")
      expect(get_json("/api/v1/practice")["open"]).to eq []
      post_json("/api/v1/jobs/#{made}/practice/end", {})
      expect([last_response.status, answer["detail"]]).to match [403, /Jo's practice/]
      post_json("/api/v1/jobs/#{made}/practice/look", { check: check })
      expect(last_response.status).to eq 403
      post_json("/api/v1/jobs/#{made}/entries",
                { version: get_json("/api/v1/jobs/#{made}")["version"], entries: [entry("note", text: "x")] })
      expect(last_response.status).to eq 403
      out
      sign_in("jo")
      post_json("/api/v1/jobs/#{made}/practice/end", {})
      expect(last_response.status).to eq 200
      # A name that is given again later is another learner's.
      expect(ServerUnderTest.owner[:practices].get(:account_id)).to eq(people.list.find { |one|
        one[:login] == "jo"
      }[:id])
    end
  end
end
