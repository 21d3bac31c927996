# frozen_string_literal: true

require "base64"

# Messages to customers' programs.
RSpec.describe Core::Window::Hooks do
  # The example of the Standard Webhooks specification and its reference libraries (from memory).
  it "signs as the specification's own example" do
    secret = Base64.decode64("MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw")
    headers =
      described_class.headers(
        secret,
        "msg_p5jXN8AQM9LWM0D4loKWxJek",
        '{"test": 2432232314}',
        Time.at(1_614_265_330)
      )
    expect(headers).to eq(
      "webhook-id" => "msg_p5jXN8AQM9LWM0D4loKWxJek",
      "webhook-timestamp" => "1614265330",
      "webhook-signature" => "v1,g0hM9SsE+OTPJTGt/tmIKtSyZlE3uFJELVlNIOLJ1OE="
    )
    expect(described_class.secret_text(secret)).to eq("whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw")
  end

  it "tells each stage once that is shown and is another than the last" do
    told = described_class.method(:told)
    all = Core::Window::STAGES.keys
    expect(told.call(%w[crewed crewed rolling delivered delivered], "booked", all)).to eq(
      %w[crewed rolling delivered]
    )
    expect(told.call(%w[crewed], "crewed", all)).to eq([])
    expect(told.call(%w[crewed booked crewed], "booked", all)).to eq(%w[crewed booked crewed])
    expect(told.call(%w[crewed rolling], nil, %w[rolling])).to eq(%w[rolling])
  end

  it "waits longer from try to try, ten minutes at most, and gives up after a day" do
    expect((1..8).map { |tries| described_class.wait_seconds(tries) }).to eq(
      [10, 30, 60, 120, 300, 600, 600, 600]
    )
    expect([0, 1, 9].map { |failures| described_class.at_once(failures) }).to eq([50, 1, 1])
    made_at = Time.utc(2026, 11, 1, 5)
    expect([86_399, 86_400].map { |later| described_class.gives_up?(made_at, made_at + later) }).to eq(
      [false, true]
    )
  end
end
