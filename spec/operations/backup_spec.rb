# frozen_string_literal: true

require "app_helper"
require "open3"
require "tmpdir"

RSpec.describe "bin/backup and bin/restore", :committed do
  let(:root) { File.expand_path("../..", __dir__) }

  # Every row of every table, as text.
  def contents(url)
    Sequel.connect(url) do |db|
      (db.tables - %i[throttle_counts que_lockers]).sort.to_h do |table|
        [
          table,
          db.fetch(
            "SELECT md5(coalesce(string_agg(r::text, E'\n' ORDER BY r::text), '')) FROM " \
              "#{db.literal(table)} r"
          ).single_value
        ]
      end
    end
  end

  it "bring back a copy that equals the original, photos and guards and all" do
    _, trip_id = sent
    deliver(trip_id)
    keep_photo(trip_id)
    url = Settings.database_url
    copy = url.sub(%r{/[^/]+\z}, "/crew_ledger_restored")
    Sequel.connect(url.sub(%r{/[^/]+\z}, "/postgres")) do |db|
      db.run("DROP DATABASE IF EXISTS crew_ledger_restored") ||
        db.run("CREATE DATABASE crew_ledger_restored TEMPLATE template0")
    end
    file = File.join(Dir.mktmpdir, "backup.dump")
    [["bin/backup", file], ["bin/restore", file, copy]].each do |command|
      output, status = Open3.capture2e({ "DATABASE_URL" => url }, *command, chdir: root)
      expect(status).to be_success, output
    end
    expect(contents(copy)).to eq(contents(url))
    # Nobody reads it without the key, nor beside the one who wrote it.
    expect([File.binread(file), File.stat(file).mode & 0o777]).to match(
      [satisfy { |text| !text.include?("PGDMP") }, 0o600]
    )
    Sequel.connect(copy) do |db|
      expect { db[:check_ins].delete }.to raise_error(Sequel::DatabaseError, /append-only/)
    end
    expect(Open3.capture2e("bin/restore", file, copy, chdir: root)).to match(
      [/not empty/, have_attributes(success?: false)]
    )
  end
end
