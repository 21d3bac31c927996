# frozen_string_literal: true

# Searches that run by themselves, and what they found: the same freight once, with each truck it was found for.
module Reads::Market::Watches
  # watches - rows with driver, found, unseen and went_by; finds - Array of Find
  Board = Value.of(:watches, :finds)
  # posting - row with its broker; trucks - rows of watch_finds with watch; offer - row or nil; new - nobody has looked
  Find = Value.of(:posting, :trucks, :offer, :new)
  MOST = 200
  NONE = { found: 0, unseen: 0, went_by: 0 }.freeze

  # who_ref - only of one person, nil for everybody's
  def self.board(now, who_ref: nil)
    watches = Store::Market::Watches.running(now)
    watches = watches.where(who_ref:) if who_ref
    rows =
      watches
        .join(:drivers, id: :driver_id)
        .order(:who, Sequel[:drivers][:name], Sequel[:watches][:id])
        .select_all(:watches)
        .select_append(Sequel[:drivers][:name].as(:driver))
        .all
    counts = Store::Market::WatchFinds.counts(rows.map { |row| row[:id] }, now)
    Board.new(watches: rows.map { |row| { **row, **(counts[row[:id]] || NONE) } }, finds: finds(rows, now))
  end

  # How many are new for a person: what the shell counts.
  def self.unseen(now, who_ref) =
    Store::Market::WatchFinds
      .waiting(Store::Market::Watches.running(now).where(who_ref:).select(:id), now)
      .where(seen_by: nil)
      .get(Sequel.function(:count, Sequel[:watch_finds][:freight_key]).distinct)

  def self.finds(watches, now)
    by_id = watches.to_h { |row| [row[:id], row] }
    rows = Store::Market::WatchFinds.waiting(by_id.keys, now).latest_first.limit(MOST).all
    postings =
      Store::Market::Looking.with_broker(
        Store::Market::Postings.where(Sequel[:postings][:id] => rows.map { |row| row[:posting_id] })
      ).as_hash(:id)
    offers = Store::Market::Offers.of_freight(rows.map { |row| row[:freight_key] }).to_hash(:freight_key)
    rows
      .group_by { |row| row[:freight_key] }
      .map do |key, same|
        Find.new(
          posting: postings.fetch(same.first[:posting_id]),
          trucks:
            same
              .map { |row| row.merge(watch: by_id.fetch(row[:watch_id])) }
              .sort_by { |row| [-(row[:profit] || 0), row[:id]] },
          offer: offers[key],
          new: same.any? { |row| row[:seen_by].nil? }
        )
      end
  end
  private_class_method :finds
end
