# frozen_string_literal: true

require "app_helper"

# Requests as a stranger sends them: held back before they cost anything. OWASP ASVS 4.0.3, chapters 5, 11 and 13.
RSpec.describe "A stranger's request" do
  include Given

  let(:stranger) { api }

  def answer(method, path, body = nil, **headers)
    stranger.call(method, path, body, **headers)
    [stranger.status, stranger.error[:code]]
  end

  def signed(body, at: Time.now.to_i) =
    "t=#{at},v1=#{OpenSSL::HMAC.hexdigest("SHA256", Settings.text_gateway_secret, "#{at}.#{body}")}"

  # Nothing may be held against a schema before it is known who sends it.
  before { allow(OpenapiFirst::RequestValidation::Validator).to receive(:new).and_call_original }

  def unread = expect(OpenapiFirst::RequestValidation::Validator).not_to(have_received(:new))

  it "is measured before anything of it is read" do
    large = JSON.generate(key: "a" * 300_000)
    expect(answer(:post, "/api/hooks/texts", large)).to eq([413, "too_large"])
    expect(answer(:post, "/api/setup", large)).to eq([413, "too_large"])
    expect(answer(:post, "/api/loads", large)).to eq([413, "too_large"])
    unread
    # Where a file is taken, as much as a scan has.
    expect(answer(:post, "/api/loads/1/papers?key=a-scan-of-it&kind=bol&name=x", large).first).to eq(401)
  end

  it "is known by its signature before its keys are looked at, and by those before its schema" do
    many = JSON.generate((1..12_000).to_h { |i| ["unknown#{i}", i] })
    expect(many.bytesize).to be_between(200_000, 256 * 1024)
    expect(answer(:post, "/api/hooks/texts", many, X_Gateway_Signature: "t=1,v1=#{"0" * 64}")).to eq(
      [422, "bad_signature"]
    )
    old = Time.now.to_i - 4000
    expect(answer(:post, "/api/hooks/texts", many, X_Gateway_Signature: signed(many, at: old))).to eq(
      [422, "stale_call"]
    )
    expect(answer(:post, "/api/hooks/texts", many, X_Gateway_Signature: signed(many))).to eq(
      [422, "unknown_key"]
    )
    expect(stranger.error[:path]).to eq("/unknown1")
    unread
  end

  it "finds an unknown key wherever it is, and what is wrong beside it only then" do
    nested =
      JSON.generate(key: "call-1", type: "message.sent", at: 7, message: { receipt: "r", colour: "red" })
    expect(answer(:post, "/api/hooks/texts", nested, X_Gateway_Signature: signed(nested))).to eq(
      [422, "unknown_key"]
    )
    expect(stranger.error[:path]).to eq("/message/colour")
    wrong = JSON.generate(key: "call-1", type: "message.sent", at: 7, message: {})
    expect(answer(:post, "/api/hooks/texts", wrong, X_Gateway_Signature: signed(wrong)).first).to eq(422)
    expect(stranger.error[:path]).to eq("/at")
  end

  it "reaches nothing that the contract does not know" do
    allow(Web::App).to receive(:call).and_call_original
    %i[get post put patch delete].each do |method|
      expect(answer(method, "/api/nowhere")).to eq([404, "no_such_address"])
      unless method == :get
        expect(answer(method, "/api/loads/1/..%2f..%2fetc")).to eq([404, "no_such_address"])
      end
    end
    expect(answer(:post, "/anything")).to eq([404, "no_such_address"])
    expect(answer(:delete, "/api/loads")).to eq([404, "no_such_address"])
    expect(Web::App).not_to have_received(:call)
  end

  it "is counted by the address that it comes from, whatever it says of itself" do
    guess = ->(i) do
      stranger.call(
        :post,
        "/api/auth/sign-in",
        { email: "x@juniperfork.example", password: "guess" },
        X_Forwarded_For: "203.0.113.#{i}",
        Forwarded: "for=203.0.113.#{i}"
      )
    end
    62.times { |i| guess.call(i) }
    expect([stranger.status, stranger.error[:code]]).to eq([429, "too_many"])
  end

  # Everything that is described, with what no honest client sends: refused each time, and never by our mistake.
  {
    "what is no JSON" => "{\"key\": ",
    "bytes that are no text" => "{\"key\": \"\xFF\xFE\"}".b,
    "a list where an object is wanted" => "[1, 2, 3]",
    "a bare number" => "7",
    "a thousand levels" => "#{"{\"a\":" * 1000}1#{"}" * 1000}",
    "wrong types" => JSON.generate(key: { a: [] }, version: "x", name: 7, at: {}, stops: "none"),
    "nothing" => ""
  }.each do |what, body|
    it "is refused with #{what} at every address, for every role" do
      company
      inside = api(account(Web::Contract::STAFF, "Greta Lindqvist"))
      found =
        Web::Contract.current.operations.flat_map do |operation|
          path = operation.path.gsub(/\{\w+\}/, "1")
          [stranger, inside].map do |client|
            if operation.path != "/api/live"
              client.call(operation.name.split.first.downcase.to_sym, path, body)
            end
            [client.status, path]
          end
        end
      expect(found.select { |status, _| status.to_i >= 500 }).to eq([])
    end
  end
end
