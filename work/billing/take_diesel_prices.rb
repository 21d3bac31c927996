# frozen_string_literal: true

# Takes in what diesel costs week by week: a sheet that anybody may keep. A price that was told before and is another now
# is put right, and loads that are not billed follow.
class Work::Billing::TakeDieselPrices
  D = Core::Billing::DieselSheet

  # Returns { added:, changed:, unchanged:, unknown:, errors:, done:, moved: loads whose surcharge is another }.
  # Raises as Core::Directory::Sheet does.
  def self.call(csv, preview:, by:, now:) = new(csv, by, now).call(preview)

  def initialize(csv, by, now)
    @read = D.read(csv)
    @by = by
    @now = now
  end

  def call(preview)
    known = Store::Billing::Prices::Diesel.as_hash(%i[region told_on], :price)
    fresh, there = @read.prices.partition { |one| !known.key?([one.region, one.told_on]) }
    other, same = there.partition { |one| known[[one.region, one.told_on]] != one.price }
    done = !preview && @read.errors.empty?
    moved = done ? take(fresh + other) : 0
    {
      added: fresh.length,
      changed: other.length,
      unchanged: same.length,
      unknown: @read.unknown,
      errors: @read.errors,
      done:,
      moved:
    }
  end

  private

  def take(prices)
    return 0 if prices.empty?

    Work::Act.once(nil, "take_diesel_prices", by: @by, now: @now) do |act|
      prices.each do |one|
        Store::Billing::Prices::Diesel.keep({ **one.to_h, by: @by.name, at: @now }, key: %i[region told_on])
      end
      act.changed("company", 1, { diesel_prices: [nil, prices.length] })
      Work::Billing::FollowFuel.call(act, Store::Billing::Prices.by_scale, now: @now)
    end
  end
end
