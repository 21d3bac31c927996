# frozen_string_literal: true

require "app_helper"

# What is written stays, whoever the application is made to be; what is secret is sealed. OWASP ASVS 4.0.3, chapters 6, 7
# and 8.
RSpec.describe "The database" do
  include Given

  let(:chain) { Store::Company::AuditChain }

  describe "for the role that the application runs under", :committed do
    around { |example| Sequel.connect(Installation.app_url) { |db| @app = db and example.run } }

    def refused(sql) =
      expect { @app.run(sql) }.to raise_error(Sequel::DatabaseError, /permission denied|must be owner/)

    it "is added to, and neither changed nor emptied, in the trail, the check-ins and the books" do
      load_id, trip_id = sent
      deliver(trip_id)
      expect(@app.fetch("SELECT rolsuper FROM pg_roles WHERE rolname = current_user").single_value).to be(
        false
      )
      %w[audit_entries check_ins ledger_transactions ledger_entries audit_chain].each do |table|
        refused("DELETE FROM #{table}")
        refused("TRUNCATE #{table}")
        refused("DROP TABLE #{table}")
        refused("ALTER TABLE #{table} DISABLE TRIGGER ALL")
      end
      refused("UPDATE audit_entries SET who = 'nobody'")
      refused("INSERT INTO audit_chain VALUES (9, 1, 'x')")
      refused("SET session_replication_role = replica")
      @app[:audit_entries].insert(
        at: now,
        who: "x",
        who_ref: "x",
        act: "y",
        record_kind: "load",
        record_id: load_id
      )
      expect(chain.wrong).to eq([])
    end
  end

  describe "chains the trail", :committed do
    before do
      company
      3.times do |i|
        DB.transaction { Work::Act.new("test", maren, now).changed("load", i + 1, { a: [i, nil] }) }
      end
    end

    def behind_its_back
      DB.run("ALTER TABLE audit_entries DISABLE TRIGGER USER")
      yield
    ensure
      DB.run("ALTER TABLE audit_entries ENABLE TRIGGER USER")
    end

    it "and says which entry is not what it was, is gone, or came in behind its back" do
      expect([chain.count, chain.wrong]).to eq([DB[:audit_entries].count, []])
      id = DB[:audit_entries].where(record_id: 2, act: "test").get(:id)
      behind_its_back { DB[:audit_entries].where(id:).update(who: "Somebody Else") }
      expect(chain.wrong).to match([/\AEntry #{id} of link \d+ is not what it was\.\z/])
      behind_its_back { DB[:audit_entries].where(id:).update(who: "Maren Holt") }
      expect(chain.wrong).to eq([])
      behind_its_back do
        DB[:audit_entries].insert(
          at: now,
          who: "x",
          who_ref: "x",
          act: "y",
          record_kind: "load",
          record_id: 1
        )
      end
      expect(chain.wrong).to match([/is in no link/])
    end

    it "in one row though two commit at once, and a head that was written down proves what was before it" do
      head = chain.head
      Array
        .new(4) do |i|
          Thread.new do
            5.times { |k| DB.transaction { Work::Act.new("test", maren, now).changed("load", (10 * i) + k) } }
          end
        end
        .each(&:join)
      expect([chain.wrong, chain.select_order_map(:position)]).to eq([[], [*1..DB[:audit_entries].count]])
      expect([chain.holds?(head), chain.holds?("2:#{"0" * 64}")]).to eq([true, false])
      file = File.join(Dir.mktmpdir, "heads")
      2.times { Jobs::KeepWatch.write_head(file) }
      expect(File.read(file).lines.map { |line| line.split.last }).to eq([chain.head])
    end

    it "so that one who rewrites all of it is found by a head from before" do
      head = chain.head
      behind_its_back { DB[:audit_entries].where(record_id: 1, act: "test").update(who: "Somebody Else") }
      DB.run("ALTER TABLE audit_chain DISABLE TRIGGER USER")
      before = ""
      chain
        .order(:position)
        .each do |row|
          text = DB[:audit_entries].where(id: row[:entry_id]).get(Sequel.lit("audit_text(audit_entries)"))
          before = Digest::SHA256.hexdigest(before + text)
          chain.where(position: row[:position]).update(hash: before)
        end
      expect([chain.wrong, chain.holds?(head)]).to eq([[], false])
    ensure
      DB.run("ALTER TABLE audit_chain ENABLE TRIGGER USER")
    end
  end

  it "seals the numbers of accounts, with a new key too, and the old one opens what it sealed" do
    path = File.join(Dir.mktmpdir, "columns")
    keys = -> { File.read(path).split }
    allow(Settings).to receive(:column_keys) { keys.call }
    Settings.turn_column_keys(path)
    Store::Sealed.instance_variable_set(:@cryptor, nil)
    clerk = api(inez)
    clerk.call(
      :post,
      "/api/drivers/#{driver_id}/bank-account",
      { key: "an account", routing: "123103716", account: "998877123456", kind: "checking" }
    )
    let_all_be_made(by: account("administrator", "Ada Moe"))
    sealed = DB[:bank_accounts].get(:account)
    Settings.turn_column_keys(path)
    before = Store::Sealed.send(:cryptor)
    expect(Store::Sealed.again(DB)).to eq(2)
    # Another process still has the former keys in hand.
    Store::Sealed.instance_variable_set(:@cryptor, before)
    expect([keys.call.length, DB[:bank_accounts].get(:account) == sealed]).to eq([3, false])
    expect(clerk.call(:get, "/api/drivers/#{driver_id}/pay")[:bank]).to include(account: "ends in 3456")
    expect(Store::Sealed.unseal(sealed)).to eq("998877123456")
    expect(File.stat(path).mode & 0o777).to eq(0o600)
    allow(Settings).to receive(:column_keys).and_return(["0" * 64])
    Store::Sealed.instance_variable_set(:@cryptor, nil)
    expect { Store::Sealed.unseal(sealed) }.to raise_error(Sequel::Error)
  ensure
    Store::Sealed.instance_variable_set(:@cryptor, nil)
  end
end
