# frozen_string_literal: true

# What was said on the road this morning: messages both ways, a text that nobody understood, loads whose
# drivers are asked.
class Demo::Talk
  MINUTE = 60

  def initialize(driver_ids, dispatcher, now)
    @driver_ids = driver_ids
    @dispatcher = dispatcher
    @now = now
  end

  def load
    rolling =
      DB[:trips]
        .join(:trip_drivers, trip_id: :id)
        .where(status: "rolling", live: true, driver_id: @driver_ids)
        .order(Sequel[:trips][:id])
        .select(Sequel[:trips][:id], :driver_id)
        .all
        .uniq { |row| row[:driver_id] }
    first, second, third = rolling
    say(first, "Gate 4 is closed, they send everybody around the back. Half an hour lost.", 42)
    answer(first, "Thanks, I tell the customer. Note the time you get a door.", 36)
    say(first, "Door 11 now", 6)
    say(second, "Snow on the pass but moving", 65)
    say(third, "Is the lumper paid by us here?", 18)
    if second
      DB[:messages].where(from_driver: true, driver_id: second[:driver_id]).update(
        read_at: @now - (60 * MINUTE)
      )
    end
    plain
    rolling.uniq { |row| row[:id] }.first(3).each_with_index { |row, i| ask(row, i) }
  end

  private

  def say(row, body, ago) =
    row &&
      Work::Tracking::WriteMessage.call(
        { key: "demo-say-#{row[:driver_id]}-#{ago}", body: },
        driver: driver(row[:driver_id]),
        now: @now - (ago * MINUTE)
      )
  def answer(row, body, ago) =
    row &&
      Work::Tracking::SendMessage.call(
        row[:driver_id],
        { key: "demo-answer-#{row[:driver_id]}-#{ago}", body:, trip_id: row[:id] },
        by: @dispatcher,
        now: @now - (ago * MINUTE)
      )
  def driver(id) = Work::Actor.driver(DB[:drivers].first(id:))

  # The one without a smartphone.
  def plain
    phone = DB[:drivers].where(smartphone: false).get(:phone) or return
    Work::Tracking::TakeText.call(
      {
        id: "demo-text-1",
        from: phone,
        body: "truck smells hot, pulled over at the chain up area",
        at: @now - (9 * MINUTE)
      },
      now: @now - (9 * MINUTE)
    )
  end

  def ask(row, turn)
    load_id = DB[:trip_loads].where(trip_id: row[:id]).get(:load_id)
    if load_id
      Work::Tracking::ScheduleAsking.call(
        load_id,
        { key: "demo-asking-#{load_id}", running: turn != 1, every_hours: 4 },
        by: @dispatcher,
        now: @now - (120 * MINUTE)
      )
    end
  end
end
