# frozen_string_literal: true

# Payments of permits, one an office.
module Store::Permits::Receipts
  # Those that have no end yet.
  def self.started = DB[:permit_receipts].where(state: "started")
  def self.started_ids = started.select_map(:id)

  # What each pays for.
  def self.permits(id) = DB[:permits].where(receipt_id: id).order(:id).all
end
