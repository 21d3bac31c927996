# frozen_string_literal: true

# Runs the searches that run by themselves over what came in since each last looked. What is found and how far it has
# looked are written at once: killed in between, it looks again, and finds nothing twice.
class Work::Market::RunWatches
  # What a watch is for: what the truck can take.
  WORTH_TELLING = %w[fits tight].freeze

  def self.call(now) = new(now).call

  # What a watch asks, as looking asks it.
  def self.wish(watch) =
    Work::Market::Look::Wish.new(
      **watch.slice(:driver_id, :radius_miles, :partials),
      to: watch[:to_states].to_a,
      avoid: watch[:avoid_states].to_a,
      max_age_minutes: nil,
      hidden: false,
      elsewhere: nil
    )

  def initialize(now)
    @now = now
  end

  def call
    Store::Market::Watches
      .running(@now)
      .order(:id)
      .all
      .group_by { |watch| watch[:who_ref] }
      .each_value do |watches|
        found = watches.filter_map { |watch| look(watch) }
        Work::Market::TellAway.call(found, @now) if found.any?
      end
  end

  private

  # [watch, finds] where there is something new.
  def look(watch)
    by = Work::Actor.new(ref: watch[:who_ref], name: watch[:who])
    wish = self.class.wish(watch)
    finds = worth_telling(watch, Work::Market::Look.new(@now, by).fresh(wish, watch[:looked_until]))
    DB.transaction do
      told = finds.select { |find| keep(watch, find) }
      Store::Market::Watches.at(watch[:id]).update(looked_until: @now)
      next if told.empty?

      Store::Changes.announce([["watch", watch[:id]]], act: "find", who: "watch", at: @now)
      [watch, told]
    end
  rescue Store::NotFound
    # Its driver has left since.
    Store::Market::Watches.at(watch[:id]).update(ended_at: @now)
    nil
  end

  def worth_telling(watch, finds) =
    finds.select do |find|
      WORTH_TELLING.include?(find.fit.judgement.verdict) && !find.blocked? && find.offer.nil? &&
        enough?(watch, find)
    end

  # What loses money rings nobody; what has no price does, unless so much is asked for.
  def enough?(watch, find)
    return watch[:least_profit].nil? if find.row[:rate].nil?

    find.fit.judgement.money.profit >= Money.cents(watch[:least_profit] || 0)
  end

  # The id of a find that was not known.
  def keep(watch, find) =
    Store::Market::WatchFinds.once(
      {
        watch_id: watch[:id],
        posting_id: find.row[:id],
        freight_key: find.row[:freight_key],
        profit: find.row[:rate] && Money.to_d(find.fit.judgement.money.profit),
        verdict: find.fit.judgement.verdict,
        found_at: @now
      },
      key: %i[watch_id freight_key]
    )
end
