# frozen_string_literal: true

# What searches that run by themselves have found.
Store::Market::WatchFinds =
  Store::Table.of(:watch_finds) do
    # Of some watches, what lives and nobody passed or set aside until a later hour.
    def waiting(watch_ids, now) =
      join(:postings, id: :posting_id)
        .where(watch_id: watch_ids)
        .exclude(Store::Market::WatchFinds.over(now))
        .where(
          Sequel.lit("watch_finds.state = 'new' OR (watch_finds.state = 'later' AND later_at <= ?)", now)
        )

    def latest_first =
      select_all(:watch_finds).reverse(Sequel[:watch_finds][:found_at], Sequel[:watch_finds][:id])

    # What nobody has looked at and was found since an instant, nil for ever, with its posting and driver; the latest
    # first.
    def untold(watch_ids, since, now)
      rows =
        waiting(watch_ids, now)
          .where(seen_by: nil)
          .join(:watches, id: Sequel[:watch_finds][:watch_id])
          .join(:drivers, id: :driver_id)
      rows = rows.where { found_at > since } if since
      rows
        .select_all(:postings)
        .select_append(Sequel[:watch_finds][:profit], Sequel[:drivers][:name].as(:driver))
        .reverse(:found_at, Sequel[:watch_finds][:id])
        .all
    end

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
