# frozen_string_literal: true

require_relative "server_helper"
require_relative "app_with_accounts"
require "rotp"
require "webauthn/fake_client"

RSpec.describe "People" do
  let(:people) { ServerUnderTest.store.people }
  let(:app) { AppWithAccounts.app }
  let(:word) { "nine hens in the shed" }

  def join(code, login, name, password = word)
    post_json "/api/v1/join/#{code}", { login: login, name: name, password: password }
    last_response.status
  end

  def joined(role, login, **more)
    code = people.invite(role: role, **more)
    join(code, login, login.capitalize)
    expect(last_response.status).to eq(200), last_response.body
    people.list.find { |one| one[:login] == login }
  end

  def sign_in(login, password = word)
    post_json "/api/v1/account/login", { login: login, password: password }
    last_response.status
  end

  def out = post_json("/api/v1/account/logout", {})
  def who = get_json("/api/v1/account")["who"]
  def status_of(path) = get(path) && last_response.status

  def note(job, **more)
    post_json("/api/v1/jobs/#{job['id']}/entries",
              { version: job["version"], entries: [entry("note", text: "x").merge(more)] })
  end

  describe "at an open bench" do
    let(:app) { ServerUnderTest.rack }

    it "are who they say they are, and need no account" do
      expect(get_json("/api/v1/account")).to eq("mode" => "open", "second" => false, "who" => nil, "lately" => [],
                                                "backup" => nil, "backup_warning" => nil)
      assert_response_schema_confirm(200)
      job = job_with
      note(job, by: "Ines")
      note(answer, by: "Jo")
      note(answer, by: "Ines")
      expect(get_json("/api/v1/account")["lately"]).to eq %w[Ines Jo]
      expect(status_of("/api/v1/join/ABCD-EFGH-JKLM")).to eq 404
    end

    it "see when the last backup was, and whether the record is whole" do
      last = { "at" => "2026-11-27T08:00:00Z", "file" => "x.zip", "bytes" => 7, "jobs" => 2 }
      ServerUnderTest.owner[:settings].insert(name: "backup", value: Sequel.pg_jsonb(last))
      expect(get_json("/api/v1/account")["backup"]).to eq last
      assert_response_schema_confirm(200)
      id = job_with["id"]
      expect(get_json("/api/v1/record")).to eq("broken" => [])
      ServerUnderTest.owner.run("ALTER TABLE entries DISABLE TRIGGER USER; UPDATE entries SET by = 'Me'; " \
                                "ALTER TABLE entries ENABLE TRIGGER USER")
      expect(get_json("/api/v1/record")).to eq("broken" => [{ "job_id" => id, "sequence" => 1 }])
      assert_response_schema_confirm(200)
    end
  end

  describe "with accounts" do
    it "see nothing before they have signed in" do
      %w[/api/v1/jobs /api/v1/records /api/v1/people /api/v1/schools /api/v1/cards].each do |path|
        expect([path, status_of(path)]).to eq [path, 401]
      end
      expect(answer).to include("type" => "/problems/signed-out", "detail" => /Sign in/)
      job_with
      expect(last_response.status).to eq 401
      expect(get_json("/api/v1/account")).to include("mode" => "accounts", "who" => nil, "lately" => [])
      expect(status_of("/api/v1/catalogue")).to eq 200
      expect(status_of("/api/v1/owner/ABCD-EFGH-JKLM")).to eq 404
      expect(status_of("/")).to eq 200
    end

    # An address is the same however it is written: a router that unescapes it must not be a way round the door.
    it "see nothing by another way of writing the address" do
      ["/%61pi/v1/jobs", "/api/%76%31/jobs", "//api/v1/jobs", "/./api/v1/jobs", "/api//v1/jobs", "/api/v1/jobs/",
       "/x/../api/v1/jobs", "/%2e/api/v1/jobs", "/api%2fv1%2fjobs", "/API/v1/jobs", "/api/v1/account/../jobs",
       "/api/v1/owner/..%2fjobs", "/%2561pi/v1/jobs"].each do |path|
        get path
        told = last_response.body
        expect(told).not_to include('"jobs"'), "#{path}: #{last_response.status} #{told[0, 80]}"
      end
    end

    it "join by a link that opens once, and are signed in" do
      code = people.invite(role: "lead")
      expect(get_json("/api/v1/join/#{code.downcase}")).to eq("role" => "lead", "login" => nil, "name" => nil)
      assert_response_schema_confirm(200)
      expect(join(code, "ines", "Ines")).to eq 200
      expect(who).to include("name" => "Ines", "role" => "lead", "signature" => "Ines", "second" => false)
      expect(join(code, "other", "Other")).to eq 404
      expect(status_of("/api/v1/jobs")).to eq 200
      cookie = last_request.env["HTTP_COOKIE"]
      expect(cookie).to include "upper-branch="
      expect(cookie).not_to match(/ines/i)
    end

    it "are told what is wrong at the field, and the link is still good" do
      code = people.invite(role: "technician")
      { %w[ines Ines short] => "password", ["a b", "Ines", word] => "login",
        ["ines", " ", word] => "name" }.each do |(login, name, password), field|
        join(code, login, name, password)
        expect([last_response.status, answer["errors"].first["field"]]).to eq([422, field]), last_response.body
      end
      expect(join(people.invite(role: "trainee"), "ann", "Ann", "123qweasdzxc")).to eq 422
      ServerUnderTest.owner[:invitations].update(expires_at: Time.now - 60)
      expect(join(people.invite(role: "lead").tap do
        ServerUnderTest.owner[:invitations].update(expires_at: Time.now - 60)
      end,
                  "zoe", "Zoe")).to eq 410
    end

    it "sign in and out; a wrong name is answered like a wrong password" do
      joined("lead", "ines")
      out
      expect(who).to be_nil
      wrong = Array.new(2) { |i| post_json("/api/v1/account/login", { login: %w[ines nobody][i], password: "x" * 12 }) }
      expect(wrong.map { |body| body.except("request") }.uniq).to contain_exactly(include("detail" => /wrong/))
      expect(last_response.status).to eq 401
      expect(last_response.media_type).to eq "application/problem+json"
      expect(sign_in(" INES ")).to eq 200
      out
      expect(sign_in("ines")).to eq 200
      out
      expect(sign_in("ines", "not the word at all")).to eq 401
      expect(people.audit.map { |row| row[:says] }).to include("login", "logout", a_string_matching(/login_failure/))
    end

    it "sign what they enter by their account, whatever is said" do
      lead = joined("lead", "ines")
      job = job_with(entry("note", text: "first").merge(by: "Somebody"))
      expect(job["entries"].last["by"]).to eq "Ines, sent for Somebody"
      expect(note(job)["entries"].last["by"]).to eq "Ines"
      out
      joined("trainee", "lee", under: lead[:id])
      expect(note(get_json("/api/v1/jobs/#{job['id']}"))["entries"].last["by"]).to eq "Lee, for Ines"
    end

    it "may do what goes with their role" do
      lead = joined("lead", "ines")
      job = job_with(seen("hesitation").then { |kind, data| entry(kind, data) })
      out
      joined("technician", "jo")
      expect([status_of("/api/v1/people"), status_of("/api/v1/record")]).to eq [403, 403]
      expect(get_json("/api/v1/account")["backup"]).to be_nil
      post_json("/api/v1/schools", { chosen: {} })
      expect([last_response.status, answer["detail"]]).to eq [403, "The lead does this: ask one of them."]
      closed = post_json("/api/v1/jobs/#{job['id']}/entries",
                         { version: 2, entries: [entry("close", as: "unproven", reason: "sold")] })
      closing = closed["entries"].last["id"]
      reopen = { version: 3, entries: [entry("strike", entry: closing)] }
      post_json("/api/v1/jobs/#{job['id']}/entries", reopen)
      expect([last_response.status, answer["detail"]]).to eq [403, "The lead reopens a closed job."]
      out
      sign_in("ines")
      post_json("/api/v1/jobs/#{job['id']}/entries", reopen)
      expect(last_response.status).to eq 200
      out
      joined("trainee", "lee", under: lead[:id])
      post_json("/api/v1/jobs/#{job['id']}/entries",
                { version: 4, entries: [entry("close", as: "unproven", reason: "sold")] })
      expect(last_response.status).to eq 403
      job_with(entry("close", as: "unproven", reason: "sold"))
      expect(last_response.status).to eq 403
      post_json("/api/v1/jobs/#{job['id']}/owner-links", {})
      expect(last_response.status).to eq 403
      expect(note(get_json("/api/v1/jobs/#{job['id']}"))["version"]).to eq 5
    end

    it "practise what the lead sets, and only the lead is told what others made of it" do
      joined("lead", "ines")
      set = { family: "small-float", level: "plain" }
      exercise = post_json("/api/v1/practice/exercises", set)["set"].first["id"]
      out
      joined("technician", "jo")
      post_json("/api/v1/practice/exercises", set)
      expect(last_response.status).to eq 403
      delete "/api/v1/practice/exercises/#{exercise}"
      expect(last_response.status).to eq 403
      made = post_json("/api/v1/practice", { id: SecureRandom.uuid, set: exercise, by: "Somebody" })["job"]
      expect(get_json("/api/v1/practice")["set"].first).to include("job" => made, "taken" => [])
      out
      sign_in("ines")
      expect(get_json("/api/v1/practice")["set"].first)
        .to include("job" => nil, "taken" => [include("learner" => "Jo", "job" => made)])
    end

    it "are looked after by the lead: invited, changed, given a new password, shut out at once" do
      lead = joined("lead", "ines")
      code = post_json("/api/v1/people/invitations", { role: "technician" })["code"]
      assert_response_schema_confirm(201)
      lead_cookies = rack_mock_session.cookie_jar.dup
      clear_cookies
      join(code, "jo", "Jo")
      jos = rack_mock_session.cookie_jar.dup
      rack_mock_session.cookie_jar = lead_cookies
      jo = get_json("/api/v1/people")["people"].find { |one| one["login"] == "jo" }
      assert_response_schema_confirm(200)
      post_json("/api/v1/people/#{lead[:id]}", { role: "technician" })
      expect([last_response.status,
              answer["detail"]]).to eq [422, "One lead there must be: make somebody else a lead first"]
      again = post_json("/api/v1/people/invitations", { role: "technician", account: jo["id"] })["code"]
      post_json("/api/v1/people/#{jo['id']}", { closed: true })
      expect(answer["people"].find { |one| one["id"] == jo["id"] }["closed"]).to be true
      rack_mock_session.cookie_jar = jos
      expect(status_of("/api/v1/jobs")).to eq 401
      expect(sign_in("jo")).not_to eq 200
      people.change(jo["id"], closed: false)
      clear_cookies
      expect(join(again, "", "", "another good sentence")).to eq 200
      out
      expect(sign_in("jo")).to eq 401
      expect(sign_in("jo", "another good sentence")).to eq 200
      post_json("/api/v1/people/99999999", { closed: true })
      expect(last_response.status).to eq 403
    end

    # Codes by an independent library (rotp); the algorithm itself: RFC 6238.
    it "may ask for a second factor, which is then owed at every sign-in" do
      joined("lead", "ines")
      set = post_json("/api/v1/account/otp-setup", {})
      expect(set.keys).to include("otp_secret", "otp_raw_secret")
      codes = ROTP::TOTP.new(set["otp_secret"])
      given = set.slice("otp_secret", "otp_raw_secret").merge("password" => word)
      post_json("/api/v1/account/otp-setup", given.merge("otp" => "000000"))
      expect(last_response.status).to eq 401
      post_json("/api/v1/account/otp-setup", given.merge("otp" => codes.now))
      expect(last_response.status).to eq(200), last_response.body
      expect(who).to include("second" => true)
      out
      sign_in("ines")
      expect(status_of("/api/v1/jobs")).to eq 401
      expect(answer["type"]).to eq "/problems/second-factor"
      expect(get_json("/api/v1/account")).to include("second" => true, "who" => nil)
      post_json("/api/v1/account/otp-auth", { otp: "000000" })
      expect(last_response.status).to eq 401
      ServerUnderTest.owner[:account_otp_keys].update(last_use: Time.now - 600)
      post_json("/api/v1/account/otp-auth", { otp: codes.now })
      expect(last_response.status).to eq(200), last_response.body
      expect(status_of("/api/v1/jobs")).to eq 200
      out # and the device is lost: a link begins anew without it
      join(people.invite(role: "lead", account: people.list.first[:id]), "", "", "another good sentence")
      expect(who).to include("name" => "Ines", "second" => false)
    end

    it "who brings a job in as a file stands beside the names in it, and nobody's record is changed by it" do
      joined("lead", "ines")
      job = note(job_with, by: "Ines")
      file = get_json("/api/v1/jobs/#{job['id']}/file.json")
      ServerUnderTest.clean
      joined("technician", "jo")
      file["entries"].last["by"] = "Ines" # as anybody could write it
      2.times { post_json("/api/v1/jobs/file", { text: JSON.generate(file) }) }
      expect(last_response.status).to eq(200), last_response.body
      expect(answer["entries"].map { |entry| entry["by"] }.uniq).to eq ["Ines, brought in by Jo"]
    end

    describe "with a passkey" do
      # A device as the webauthn library pretends one; the protocol itself: W3C Web Authentication level 2.
      let(:device) { WebAuthn::FakeClient.new("http://localhost") }
      let(:default_host) { "localhost" }

      def kept(password: word, by: device)
        set = post_json("/api/v1/account/webauthn-setup", {})
        made = by.create(challenge: set["webauthn_setup"]["challenge"], rp_id: "localhost", user_verified: true)
        post_json("/api/v1/account/webauthn-setup",
                  set.slice("webauthn_setup_challenge", "webauthn_setup_challenge_hmac")
                     .merge("webauthn_setup" => made, "password" => password))
        last_response.status
      end

      def answered(path = "webauthn-login", by: device, user_verified: true, **changed)
        asked = post_json("/api/v1/account/#{path}", {})
        given = by.get(challenge: asked["webauthn_auth"]["challenge"], rp_id: "localhost", user_verified: user_verified)
        post_json("/api/v1/account/#{path}",
                  asked.slice("webauthn_auth_challenge", "webauthn_auth_challenge_hmac")
                       .merge("webauthn_auth" => given, **changed.transform_keys(&:to_s)))
        last_response.status
      end

      before { joined("lead", "ines") }

      it "signs in without name and password, as both factors" do
        expect(kept).to eq(200), last_response.body
        expect(who["passkeys"].size).to eq 1
        assert_response_schema_confirm(200)
        out
        expect(who).to be_nil
        expect(answered).to eq(200), last_response.body
        expect(who).to include("name" => "Ines", "role" => "lead")
        expect(status_of("/api/v1/jobs")).to eq 200
      end

      it "from a device that has not asked who holds it is half of it" do
        kept
        out
        expect(answered(user_verified: false)).to eq 200
        expect(get_json("/api/v1/account")).to include("second" => true, "who" => nil)
        expect(status_of("/api/v1/jobs")).to eq 401
      end

      it "is owed beside the password, once somebody has one, and given up by the password" do
        kept
        out
        sign_in("ines")
        expect(status_of("/api/v1/jobs")).to eq 401
        expect(get_json("/api/v1/account")).to include("second" => true, "who" => nil)
        expect(answered("webauthn-auth")).to eq(200), last_response.body
        key = who["passkeys"].first
        post_json("/api/v1/account/webauthn-remove", { webauthn_remove: key, password: "wrong wrong wrong" })
        expect(last_response.status).to eq 401
        post_json("/api/v1/account/webauthn-remove", { webauthn_remove: key, password: word })
        expect(last_response.status).to eq(200), last_response.body
        expect(who["passkeys"]).to eq []
        out
        expect(sign_in("ines")).to eq 200
        expect(status_of("/api/v1/jobs")).to eq 200
      end

      it "is kept only with the password, and taken from nobody else" do
        expect(kept(password: "wrong wrong wrong")).to eq 401
        expect(who["passkeys"]).to eq []
        kept
        out
        stranger = WebAuthn::FakeClient.new("http://localhost")
        stranger.create(challenge: WebAuthn.generate_user_id, rp_id: "localhost")
        expect(answered(by: stranger)).to eq 422
        expect(answer["errors"].first["detail"]).to include("sign in by name and password")
        expect(answered(webauthn_auth_challenge: "another")).not_to eq 200
        expect(who).to be_nil
      end

      it "tells nobody which names there are" do
        kept
        out
        asked = %w[ines nobody].map { |login| post_json("/api/v1/account/webauthn-login", { login: login }) }
        expect(asked.map { |told| told["webauthn_auth"]["allowCredentials"].to_a }).to eq [[], []]
        expect(asked.map { |told| told["title"] }.uniq.size).to eq 1
      end

      it "goes with a link that begins anew" do
        kept
        out
        join(people.invite(role: "lead", account: people.list.first[:id]), "", "", "another good sentence")
        expect(who["passkeys"]).to eq []
        out
        expect(answered).to eq 422
      end
    end

    it "a session ends by itself after twelve hours without a request, and is worth nothing once signed out" do
      joined("lead", "ines")
      rack_mock_session.cookie_jar.dup
      ServerUnderTest.owner[:account_active_session_keys].update(last_use: Time.now - (12.5 * 3600))
      expect(status_of("/api/v1/jobs")).to eq 401
      expect(status_of("/")).to eq 200
      sign_in("ines")
      stolen = rack_mock_session.cookie_jar.dup
      out
      rack_mock_session.cookie_jar = stolen
      expect(status_of("/api/v1/jobs")).to eq 401
    end

    it "another site cannot sign anybody in or out" do
      joined("lead", "ines")
      post_json("/api/v1/account/logout", {}, "Origin" => "https://elsewhere.example")
      expect(last_response.status).to eq 403
      header "Origin", nil
      expect(who["name"]).to eq "Ines"
    end
  end
end
