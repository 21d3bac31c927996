# frozen_string_literal: true

require "app_helper"
require "rotp"
require "webauthn/fake_client"

# Signing in, as a stranger and as a thief of a password would try. OWASP ASVS 4.0.3, chapters 2 and 3; NIST SP 800-63B.
RSpec.describe "Signing in" do
  include Given

  let(:email) { "inez.calloway@juniperfork.example" }
  let(:mails) { DB[:mails].order(:id) }

  before do
    company
    inez
  end

  def sign_in(client, password: Given::PASSWORD, to: email)
    client.call(:post, "/api/auth/sign-in", { email: to, password: })
    [client.status, client.status == 200 ? nil : client.error.slice(:code, :message, :path)]
  end

  def auth(client, path, body = {}) = client.call(:post, "/api/auth/#{path}", body)
  def me(client) = client.call(:get, "/api/me")

  # Sets a second factor up. Returns what makes its codes.
  def set_up(client)
    shown = auth(client, "second-factor")
    secret = shown.slice(:otp_secret, :otp_raw_secret)
    totp = ROTP::TOTP.new(secret[:otp_secret])
    expect(shown[:picture]).to start_with("<?xml").or start_with("<svg")
    auth(client, "second-factor", { **secret, otp: totp.now, password: "not hers" })
    expect(client.status).to eq(401).or eq(422)
    auth(client, "second-factor", { **secret, otp: totp.now, password: Given::PASSWORD })
    expect(client.status).to eq(200)
    DB[:account_otp_keys].update(last_use: Time.now - 600)
    totp
  end

  def required = allow(Settings).to receive(:second_factor).and_return("required")

  describe "with a second factor" do
    it "is whole only after its code, and a code holds once" do
      client = api(inez)
      totp = set_up(client)
      expect(me(client)).to include(signed_in: true, second_factor: "given")

      thief = api
      sign_in(thief)
      expect(me(thief)).to include(signed_in: false, second_factor: "asked")
      expect(me(thief).keys).not_to include(:roles, :name)
      thief.call(:get, "/api/loads")
      expect([thief.status, thief.error[:code]]).to eq([401, "code_needed"])
      auth(thief, "password", { password: Given::PASSWORD, "new-password": "another long one of mine" })
      expect(thief.status).to be >= 400
      auth(thief, "second-factor-off", { password: Given::PASSWORD })
      expect(thief.status).to be >= 400
      auth(thief, "code", { otp: "000000" })
      expect(thief.error).to include(path: "/otp")

      code = totp.now
      auth(thief, "code", { otp: code })
      expect(me(thief)).to include(signed_in: true, second_factor: "given")
      again = api
      sign_in(again)
      auth(again, "code", { otp: code })
      expect(again.status).to be >= 400
    end

    it "is opened once by each recovery code, which the database does not hold, and closed after five wrong codes" do
      client = api(inez)
      totp = set_up(client)
      codes = auth(client, "recovery-codes", { password: Given::PASSWORD, add: "1" })[:codes]
      expect([codes.length, codes.uniq.length, codes.first]).to match([10, 10, /\A[a-z2-9]{5}-[a-z2-9]{5}\z/])
      expect(DB[:account_recovery_codes].select_map(:code) & codes).to eq([])
      other = api
      sign_in(other)
      5.times { auth(other, "code", { otp: "000000" }) }
      auth(other, "code", { otp: totp.now })
      expect(other.error[:message]).to include("recovery codes")
      auth(other, "recovery-code", { "recovery-code": codes.first.upcase })
      expect(me(other)).to include(signed_in: true)
      another = api
      sign_in(another)
      auth(another, "recovery-code", { "recovery-code": codes.first })
      expect([another.status >= 400, me(another)[:signed_in]]).to eq([true, false])
    end

    it "is a security key too, whose public half alone is kept" do
      client = api(inez)
      token = WebAuthn::FakeClient.new("http://example.org")
      shown = auth(client, "security-key")
      made = token.create(challenge: shown[:webauthn_setup_challenge], rp_id: "example.org")
      challenge = shown.slice(:webauthn_setup_challenge, :webauthn_setup_challenge_hmac)
      auth(client, "security-key", { **challenge, webauthn_setup: made, password: "not hers" })
      expect(client.error).to include(path: "/password")
      auth(client, "security-key", { **challenge, webauthn_setup: made, password: Given::PASSWORD })
      expect([client.status, me(client)[:second_factors]]).to eq([200, %w[key]])

      thief = api
      sign_in(thief)
      expect(me(thief)).to include(signed_in: false, second_factor: "asked", second_factors: %w[key])
      asked = auth(thief, "security-key-sign-in")
      proof = ->(by) do
        { **asked.slice(:webauthn_auth_challenge, :webauthn_auth_challenge_hmac), webauthn_auth: by }
      end
      stranger = WebAuthn::FakeClient.new("http://example.org")
      stranger.create(challenge: shown[:webauthn_setup_challenge], rp_id: "example.org")
      wrong = stranger.get(challenge: asked[:webauthn_auth_challenge], rp_id: "example.org")
      auth(thief, "security-key-sign-in", proof.call(wrong))
      expect([thief.status >= 400, me(thief)[:signed_in]]).to eq([true, false])
      right = token.get(challenge: asked[:webauthn_auth_challenge], rp_id: "example.org", sign_count: 7)
      auth(thief, "security-key-sign-in", proof.call(right))
      expect([thief.status, me(thief)[:signed_in]]).to eq([200, true])
      auth(thief, "recovery-codes", { password: Given::PASSWORD, add: "1" })
      expect(me(thief)[:second_factors]).to contain_exactly("key", "recovery")
      id = DB[:account_webauthn_keys].get(:webauthn_id)
      auth(thief, "security-key-off", { webauthn_remove: id, password: Given::PASSWORD })
      expect([thief.status, me(thief)]).to match(
        [200, include(signed_in: true, second_factor: "none", second_factors: [])]
      )
    end

    it "that is taken away takes its recovery codes along" do
      client = api(inez)
      set_up(client)
      auth(client, "recovery-codes", { password: Given::PASSWORD, add: "1" })
      auth(client, "second-factor-off", { password: "not hers" })
      expect([client.status >= 400, DB[:account_recovery_codes].count]).to eq([true, 10])
      auth(client, "second-factor-off", { password: Given::PASSWORD })
      expect([client.status, DB[:account_recovery_codes].count]).to eq([200, 0])
      other = api
      sign_in(other)
      expect(me(other)).to include(signed_in: true, second_factor: "none")
    end

    it "must be for who has money or everybody's rights in hand, and is for who likes it" do
      required
      client = api(inez)
      expect(me(client)).to include(signed_in: false, second_factor: "to_set_up")
      client.call(:get, "/api/pay-runs")
      expect([client.status, client.error[:code]]).to eq([403, "second_factor_needed"])
      set_up(client)
      client.call(:get, "/api/pay-runs")
      expect([client.status, me(client)[:signed_in]]).to eq([200, true])
      dispatcher = api(maren)
      expect(me(dispatcher)).to include(signed_in: true, second_factor: "none")
      set_up(dispatcher)
      expect(me(dispatcher)).to include(second_factor: "given")
    end

    it "is taken from who lost the phone by another administrator alone, and every session ends with it" do
      client = api(inez)
      set_up(client)
      ada = account("administrator", "Ada Moe")
      administrator = api(ada)
      administrator.call(:post, "/api/people/#{ada.id}/second-factor-off", { key: "my own phone" })
      expect(administrator.error[:code]).to eq("own_account")
      administrator.call(:post, "/api/people/#{inez.id}/second-factor-off", { key: "her lost phone" })
      expect([administrator.status, me(client)[:signed_in]]).to eq([200, false])
      sign_in(client)
      expect(me(client)).to include(signed_in: true, second_factor: "none")
    end
  end

  it "answers the same, as fast, whether or not there is such an address, or it is disabled" do
    DB[:accounts].where(id: maren.id).update(status_id: 3)
    wrong = { code: "wrong_sign_in", message: "That address and password do not fit together.", path: "" }
    tried = [email, "nobody@juniperfork.example", "maren.holt@juniperfork.example"]
    expect(tried.map { |to| sign_in(api, to:, password: "a wrong one") }).to eq([[401, wrong]] * 3)
    allow(Argon2::Password).to receive(:verify_password).and_call_original
    sign_in(api, to: "nobody@juniperfork.example")
    expect(Argon2::Password).to have_received(:verify_password)
    answers = tried.map { |to| api.call(:post, "/api/forgotten", { email: to }) }
    expect(answers.uniq).to eq([{ done: true }])
  end

  describe "guessing" do
    it "is slowed down by who guesses: the person herself comes in from elsewhere" do
      stranger = api
      8.times { expect(sign_in(stranger, password: "guess")).to match([401, anything]) }
      expect(sign_in(stranger, password: Given::PASSWORD).last).to include(code: "too_many_tries")
      expect(sign_in(api.tap { |other| other.header("X-Forwarded-For", "203.0.113.9") }).first).to eq(429)
      own = api
      own.env("REMOTE_ADDR", "203.0.113.9")
      expect(sign_in(own)).to eq([200, nil])
    end

    it "is slowed down again after the first quarter of an hour, and is no mistake of ours in other letters" do
      2.times do
        stranger = api
        8.times { sign_in(stranger, password: "guess") }
        expect(sign_in(stranger).first).to eq(429)
        DB[:throttle_counts].update(expires_at: Time.now - 1)
        expect(sign_in(stranger, password: "guess").first).to eq(401)
        DB[:throttle_counts].where(Sequel.like(:key, "sign-in:%")).update(expires_at: Time.now - 1)
      end
      stranger = api
      stranger.call(:post, "/api/auth/sign-in", "{\"email\":\"\xFF\xFE@x.example\",\"password\":\"x\"}".b)
      expect(stranger.status).to be_between(400, 499)
    end

    it "from everywhere keeps out only who was never here, and the person is mailed a way in" do
      at_home = api
      at_home.env("REMOTE_ADDR", "198.51.100.1")
      sign_in(at_home)
      40.times do |i|
        stranger = api
        stranger.env("REMOTE_ADDR", "203.0.113.#{i}")
        sign_in(stranger, password: "guess")
      end
      fresh = api
      fresh.env("REMOTE_ADDR", "192.0.2.1")
      expect(sign_in(fresh).last).to include(code: "too_many_tries")
      expect(sign_in(at_home)).to eq([200, nil])

      job = DB[:que_jobs].where(job_class: "Jobs::MailSignInLink").get(:kwargs)
      Work::Company::AskNewPassword.mail_guessing(job["email"], job["token"], now:)
      fresh.header("X-Device", mails.get(:body)[/#device=(\S+)/, 1])
      expect(sign_in(fresh)).to eq([200, nil])
      fresh.header("X-Device", "9999999999.#{"0" * 64}")
      other = api
      other.env("REMOTE_ADDR", "192.0.2.2")
      other.header("X-Device", "9999999999.#{"0" * 64}")
      expect(sign_in(other).first).to eq(429)
    end
  end

  describe "a password" do
    {
      "eleven char" => /12 characters/,
      "passwordpassword" => /guessed too soon/,
      "qwertyuiop123" => /guessed too soon/,
      "InezCalloway2026!x" => /your name/,
      "juniperfork haul" => /company's/
    }.each do |password, why|
      it "like #{password} is refused" do
        client = api(inez)
        auth(client, "password", { password: Given::PASSWORD, "new-password": password })
        expect(client.error).to match(include(message: why, path: "/new-password"))
      end
    end

    it "is chosen by its person alone: whoever is added gets a link that holds once" do
      administrator = api(account("administrator", "Ada Moe"))
      person = {
        key: "a new person",
        name: "Nils Berg",
        email: "nils@juniperfork.example",
        roles: ["dispatcher"]
      }
      administrator.call(:post, "/api/people", { **person, password: "chosen by another" })
      expect(administrator.error).to include(code: "unknown_key", path: "/password")
      administrator.call(:post, "/api/people", person)
      expect(administrator.call(:get, "/api/people")).to include(
        include(name: "Nils Berg", has_password: false)
      )
      key = mails.where(to: "nils@juniperfork.example").get(:body)[%r{/new-password#key=(\S+)}, 1]
      expect(DB[:account_password_reset_keys].get(:key)).not_to include(key.split("_").last)
      new = api
      auth(new, "new-password", { key:, password: "nils" })
      expect(new.error).to include(path: "/password")
      auth(new, "new-password", { key:, password: "five onions on a truck" })
      expect(new.status).to eq(200)
      expect(sign_in(new, to: "nils@juniperfork.example", password: "five onions on a truck")).to eq(
        [200, nil]
      )
      auth(api.tap { |thief| @thief = thief }, "new-password", { key:, password: "six onions on a truck" })
      expect(@thief.error[:message]).to include("too old")
    end

    it "that is forgotten is set anew by a mailed link, for a day, and ends every session" do
      client = api(inez)
      2.times { Work::Company::AskNewPassword.mail(email.upcase, now:) } # five minutes apart at least
      expect(mails.count).to eq(1)
      key = mails.get(:body)[/#key=(\S+)/, 1]
      DB[:account_password_reset_keys].update(deadline: Time.now - 1)
      late = api
      auth(late, "new-password", { key:, password: "five onions on a truck" })
      expect(late.status).to be >= 400
      Work::Company::AskNewPassword.mail(email, now:)
      key = mails.reverse(:id).get(:body)[/#key=(\S+)/, 1]
      auth(late, "new-password", { key:, password: "six tarps for one load" })
      expect([late.status, me(client)[:signed_in]]).to eq([200, false])
      Work::Company::AskNewPassword.mail("nobody@juniperfork.example", now:)
      expect(mails.count).to eq(2)
    end
  end

  describe "a session" do
    let(:sessions) { DB[:account_active_session_keys] }

    def aged(client, column, age)
      sessions.update(column => Sequel.lit("now() - ?::interval", age))
      me(client)[:signed_in]
    end

    it "ends after half an hour without use where money or rights are in hand, else after twelve" do
      clerk = api(inez)
      expect(aged(clerk, :last_use, "29 minutes")).to be(true)
      expect(aged(clerk, :last_use, "31 minutes")).to be(false)
      dispatcher = api(maren)
      expect(aged(dispatcher, :last_use, "11 hours")).to be(true)
      expect(aged(dispatcher, :created_at, "11 hours 59 minutes")).to be(true)
      expect(aged(dispatcher, :created_at, "12 hours 1 minute")).to be(false)
    end

    it "is not used by what a page fetches by itself" do
      clerk = api(inez)
      sessions.update(last_use: Sequel.lit("now() - interval '10 minutes'"))
      clerk.header("X-Quiet", "1")
      me(clerk)
      idle = -> { sessions.get(Sequel.lit("extract(epoch FROM now() - last_use)::integer")) }
      expect(idle.call).to be >= 600
      clerk.header("X-Quiet", nil)
      me(clerk)
      expect(idle.call).to be < 60
    end

    it "is listed with where it is, and ended by its person, not by another" do
      here, there = api(inez), api
      there.header("User-Agent", "A thief's browser")
      sign_in(there)
      listed = here.call(:get, "/api/sessions")
      expect(listed).to contain_exactly(
        include(this: true, address: "127.0.0.1"),
        include(this: false, device: "A thief's browser")
      )
      foreign = api(maren)
      foreign.call(:post, "/api/sessions/end", { key: "not mine", ids: listed.map { |one| one[:id] } })
      expect(sessions.count).to eq(3)
      others = listed.reject { |one| one[:this] }.map { |one| one[:id] }
      expect(here.call(:post, "/api/sessions/end", { key: "all the others", ids: others }).length).to eq(1)
      expect([me(here)[:signed_in], me(there)[:signed_in]]).to eq([true, false])
    end

    it "that ends ends its open connection" do
      watched = Web::Live.new
      told = []
      socket = instance_double(TCPSocket, write_nonblock: nil)
      allow(socket).to receive(:close) { told << :closed }
      lives = true
      _, headers, = watched.answer(inez.id, lives: -> { lives })
      allow(Thread).to receive(:new)
      headers["rack.hijack"].call(socket)
      watched.send(:hang_up_ended)
      expect(told).not_to include(:closed)
      lives = false
      watched.instance_variable_set(:@looked, nil)
      watched.send(:hang_up_ended)
      expect(told).to include(:closed)
    end
  end

  it "keeps its cookie as JSON, from scripts and other sites, and by its host alone where the address is https" do
    client = api
    sign_in(client)
    expect(client.headers["set-cookie"].to_s).to match(%r{crew_ledger=.*path=/;.*httponly; samesite=lax}i)
    allow(Settings).to receive(:public_url).and_return("https://ledger.example")
    expect(Web::Stack.cookie).to include(
      key: "__Host-crew_ledger",
      secure: true,
      path: "/",
      serialize_json: true
    )
  end

  it "reads no more than what is short, before it reads it" do
    client = api
    client.call(:post, "/api/auth/sign-in", JSON.generate({ email: "a" * 20_000, password: "x" }))
    expect([client.status, client.error[:code]]).to eq([413, "too_large"])
  end
end
