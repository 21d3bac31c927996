# frozen_string_literal: true

# Runs the searches that run by themselves over what came in since each last looked. What is found and how far it has
# looked are written at once: killed in between, it looks again, and finds nothing twice.
class Work::Market::RunWatches
  def self.call(now) = new(now).call

  # What a watch asks, as looking asks it.
  def self.wish(watch) =
    Work::Market::Wish::NOTHING.with(
      **watch.slice(:driver_id, :radius_miles, :partials, :exactly),
      pickup: Work::Market::Wish.pickup(*watch.values_at(:pickup_from, :pickup_to)),
      ends: ends(watch),
      to: watch[:to_states].to_a,
      avoid: watch[:avoid_states].to_a
    )

  def self.ends(watch)
    return if watch[:ends_at].nil?

    place = { latitude: watch[:ends_latitude], longitude: watch[:ends_longitude] }
    Work::Market::Wish::Ends.new(place:, miles: watch[:ends_miles])
  end
  private_class_method :ends

  def initialize(now)
    @now = now
  end

  def call
    watches = Store::Market::Watches.running(@now).order(:id).all
    return if watches.empty?

    @fresh = Work::Market::Fresh.new(@now, watches.map { |watch| watch[:looked_until] }.min)
    look_all(watches) unless @fresh.none?
    watches.group_by { |watch| watch[:who_ref] }.each_value { |own| Work::Market::TellAway.call(own, @now) }
  end

  private

  def look_all(watches)
    looked = watches.reject { |watch| look(watch) }
    Store::Market::Watches.where(id: looked.map { |watch| watch[:id] }).update(looked_until: @now)
  end

  # Whether there was something to write down of it.
  def look(watch)
    finds =
      worth_telling(
        watch,
        @fresh.call(self.class.wish(watch), watch[:looked_until], who_ref: watch[:who_ref])
      )
    return false if finds.empty?

    DB.transaction do
      told = finds.select { |find| keep(watch, find) }
      Store::Market::Watches.at(watch[:id]).update(looked_until: @now)
      announce(watch) if told.any?
    end
    true
  rescue Store::NotFound
    # Its driver has left since.
    Store::Market::Watches.at(watch[:id]).update(ended_at: @now)
    announce(watch)
    true
  end

  def announce(watch) = Store::Changes.announce([["watch", watch[:id]]], act: "find", who: "watch", at: @now)

  def worth_telling(watch, finds) =
    finds.select do |find|
      !find.offered &&
        Core::Market.worth_telling?(
          verdict: find.judgement.verdict,
          poster_blocked: find.blocked,
          profit_cents: find.profit_cents,
          least_cents: watch[:least_profit] && Money.cents(watch[:least_profit])
        )
    end

  # The id of a find that was not known.
  def keep(watch, find) =
    Store::Market::WatchFinds.once(
      {
        watch_id: watch[:id],
        posting_id: find.row[:id],
        freight_key: find.row[:freight_key],
        profit: find.profit_cents && Money.to_d(find.profit_cents),
        verdict: find.judgement.verdict,
        found_at: @now
      },
      key: %i[watch_id freight_key]
    )
end
