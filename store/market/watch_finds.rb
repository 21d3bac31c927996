# frozen_string_literal: true

# What searches that run by themselves have found.
Store::Market::WatchFinds =
  Store::Table.of(:watch_finds) do
    # Of some watches, what lives and nobody passed or set aside until a later hour.
    def open(watch_ids, now) =
      join(:postings, id: :posting_id)
        .where(watch_id: watch_ids)
        .exclude(Store::Market::WatchFinds.over(now))
        .where(
          Sequel.lit("watch_finds.state = 'new' OR (watch_finds.state = 'later' AND later_at <= ?)", now)
        )

    def latest_first =
      select_all(:watch_finds).reverse(Sequel[:watch_finds][:found_at], Sequel[:watch_finds][:id])

    # By watch: how many were found, wait for somebody to look, and were gone before anybody took them up.
    def counts(watch_ids, now)
      over = over(now)
      counted = Sequel.function(:count).*
      state = Sequel[:watch_finds][:state]
      join(:postings, id: :posting_id)
        .left_join(
          :offers,
          Sequel[:offers][:freight_key] => Sequel[:watch_finds][:freight_key],
          :state => Core::Market::HOLDING
        )
        .where(watch_id: watch_ids)
        .group(:watch_id)
        .select(
          :watch_id,
          counted.as(:found),
          counted.filter(Sequel.&(Sequel.~(over), { seen_by: nil }, state => "new")).as(:unseen),
          counted.filter(Sequel.&(over, { Sequel[:offers][:id] => nil }, Sequel.~(state => "passed"))).as(
            :went_by
          )
        )
        .as_hash(:watch_id)
    end

    # Is a posting gone, or its pickup?
    def over(now) =
      Sequel.|(
        Sequel.~(Sequel[:postings][:gone_at] => nil),
        Sequel.&(Sequel.~(Sequel[:postings][:closes_at] => nil), Sequel[:postings][:closes_at] <= now)
      )
  end
