# frozen_string_literal: true

# Books a load, and the same again on other days: at the same times by the clock of each stop, whatever the clocks
# did in between.
module Work::Freight::BookSeveral
  # input - as of BookLoad, with also_on: Array of Date of the first pickup. Returns the first load's id.
  # Raises Refused `first_time_missing`, `day_twice`, and what booking refuses.
  def self.call(input, by:, now:)
    days = input[:also_on].to_a
    return Work::Freight::BookLoad.call(input.except(:also_on), by:, now:) if days.empty?

    check(input, days)
    DB.transaction do
      id = Work::Freight::BookLoad.call(input.except(:also_on), by:, now:)
      next id if Store::Freight::Loads.at(id).get(:booked_with)

      others = days.map { |day| Work::Freight::BookLoad.call(moved(input, day, id), by:, now:) }
      tell(id, others, by, now)
      id
    end
  end

  def self.check(input, days)
    if input[:stops].first[:from].nil?
      raise Refused.new("first_time_missing", "Say when the first one is picked up.", path: "/stops/0/from")
    end
    return if days.uniq.length == days.length

    raise Refused.new("day_twice", "A day is there twice.", path: "/also_on")
  end

  # The same load with its first pickup on another day.
  def self.moved(input, day, first_id)
    stops = Store::Freight.stops(first_id)
    from = local(stops.first[:zone], input[:stops].first[:from]).to_date
    later = (day - from).to_i
    {
      **input.except(:also_on),
      key: "#{input[:key]} #{day}",
      stops:
        input[:stops]
          .zip(stops)
          .map do |stop, row|
            stop.merge(
              %i[from to].to_h { |name| [name, stop[name] && moved_time(stop[name], row[:zone], later)] }
            )
          end
    }
  end

  def self.moved_time(at, zone, days)
    local = local(zone, at)
    Core::WallTime.instant(TZInfo::Timezone.get(zone), local.to_date + days, (local.hour * 60) + local.min)
  end

  def self.local(zone, at) = TZInfo::Timezone.get(zone).to_local(at)

  def self.tell(id, others, by, now)
    numbers = Store::Freight::Loads.at(others).order(:id).select_map(:number).join(", ")
    Store::Freight::Loads.at([id, *others]).update(booked_with: id)
    Work::Act.once(nil, "book_several", by:, now:) do |act|
      act.changed("load", id, { also_booked: [nil, numbers] })
      id
    end
  end
  private_class_method :check, :moved, :moved_time, :local, :tell
end
