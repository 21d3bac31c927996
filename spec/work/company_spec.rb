# frozen_string_literal: true

require "app_helper"

RSpec.describe Work::Company do
  it "adds terminals with the zone of their ZIP, once a name" do
    terminal_id
    expect(Store::Company.terminals.first.slice(:name, :town, :zone)).to eq(
      name: "Boise",
      town: "Boise",
      zone: "America/Boise"
    )
    expect { described_class::AddTerminal.call({ name: "Boise", zip: "83705" }, by: maren, now:) }.to refuse(
      "name_taken",
      "/name"
    )
    expect { described_class::AddTerminal.call({ name: "Moon", zip: "00000" }, by: maren, now:) }.to refuse(
      "unknown_zip",
      "/zip"
    )
  end

  it "adds a person once an address, whatever its capitals, and keeps no password" do
    maren
    expect do
      described_class::AddPerson.call(
        {
          name: "M",
          email: "MAREN.HOLT@juniperfork.example",
          password: "a long password",
          roles: %w[dispatcher]
        },
        by: maren,
        now:
      )
    end.to refuse("email_taken", "/email")
    expect(DB[:account_password_hashes].get(:password_hash)).to start_with("$argon2id$")
    expect(DB[:audit_entries].select_map(:changes).to_s).not_to include("password")
  end

  it "tells watchers what changed only when it is committed", :committed do
    heard = []
    company
    listener =
      Thread.new do
        DB.listen(Store::Changes::CHANNEL, loop: true) { |_, _, payload| heard << JSON.parse(payload) }
      end
    maren
    sleep 0.3
    DB.transaction(rollback: :always) { Work::Act.new("test", maren, now).changed("load", 1) }
    Work::Act.new("test", Work::Actor.system, now).changed("load", 2)
    sleep 0.5
    listener.kill.join
    expect(heard.filter_map { |told| told["id"] if told["kind"] == "load" }).to eq([2])
  end

  it "runs by a demo clock that goes on, and after a restart resumes at the last act" do
    company
    Clock.set_demo(now)
    expect(Clock.now).to be_within(5).of(now)
    Work::Act.new("later", maren, now + 7200).changed("load", 1)
    Clock.resume_demo
    expect(Clock.now).to be_within(5).of(now + 7200)
  end
end
