# frozen_string_literal: true

# Prices lanes anew of what was posted, and takes in how many trucks of all carriers are.
module Work::Market::PriceLanes
  AGAIN_SECONDS = 600

  def self.due?(service, now)
    at = Store::Market::Feeds.where(service:).get(:lanes_priced_at)
    at.nil? || at < now - AGAIN_SECONDS
  end

  # counts - Array of Hash, columns of truck_counts
  def self.call(service, counts, now:)
    Store::Market::TruckCounts.replace(counts)
    Store::Market::LanePrices.work_out(now)
    Store::Market::Feeds.where(service:).update(lanes_priced_at: now)
  end
end
