# frozen_string_literal: true

# Gives crews to another dispatcher to look after, all at once, with notes.
module Work::Match::HandOver
  # input - { key:, to_id:, driver_ids:, notes: }. Raises Refused `no_dispatcher`, `unknown_driver`.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "hand_over", by:, now:, input:) do |act|
      to = Store::Company.account(input[:to_id])
      unless to && to[:roles].include?("dispatcher")
        raise Refused.new("no_dispatcher", "Whoever takes over must be a dispatcher.", path: "/to_id")
      end

      before =
        Store::Fleet::Drivers
          .at(Store::Fleet::Drivers.queue(input[:driver_ids]))
          .order(:id)
          .select_hash(:id, :dispatcher_id)
      unless before.length == input[:driver_ids].length
        raise Refused.new("unknown_driver", "There is no such driver.", path: "/driver_ids")
      end

      Store::Fleet::Drivers.at(before.keys).update(dispatcher_id: to[:id])
      id =
        Store::Match::HandOvers.insert(
          from_id: by.id,
          to_id: to[:id],
          driver_ids: Sequel.pg_array(before.keys, :integer),
          notes: input[:notes].to_s.strip,
          at: now
        )
      before.each do |driver_id, was|
        unless was == to[:id]
          act.changed("driver", driver_id, { dispatcher_id: [was, to[:id]] }, why: input[:notes])
        end
      end
      act.changed("desk", to[:id])
      # What runs by itself for a truck goes to who looks after it.
      Store::Market::Watches
        .hand_over(before.keys, who: to[:name], who_ref: "account:#{to[:id]}")
        .each { |watch_id| act.changed("watch", watch_id, { who: [by.name, to[:name]] }) }
      id
    end
  end
end
