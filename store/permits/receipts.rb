# frozen_string_literal: true

# Payments of permits, one an office.
Store::Permits::Receipts =
  Store::Table.of(:permit_receipts) do
    # Those that have no end yet.
    def started = where(status: "started")
    def started_ids = started.select_map(:id)

    # What each pays for.
    def permits(id) = DB[:permits].where(receipt_id: id).order(:id).all
  end
