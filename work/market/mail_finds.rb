# frozen_string_literal: true

# Mails what was found for a truck to somebody: a driver who wants to choose, a colleague who is out.
module Work::Market::MailFinds
  # input - key, to, driver_id, posting_ids in the order in which they are to stand, note. Raises Store::NotFound.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "mail_finds", by:, now:, input: Work::Act.plain(input)) do |act|
      driver = Store::Fleet::Drivers.row(input[:driver_id]) or
        raise Store::NotFound.new("driver", input[:driver_id])
      rows = Store::Market::Looking.whole(input[:posting_ids], who_ref: by.ref)
      found = input[:posting_ids].filter_map { |id| rows[id] }
      raise Store::NotFound.new("posting", input[:posting_ids].first) if found.empty?

      subject = "#{found.length} posted for #{driver[:name]}"
      Jobs::SendMail.write(input[:to], subject, body(found, input[:note], by), now)
      act.changed("market", 0, { mailed: [nil, "#{subject}, to #{input[:to]}"] })
    end
  end

  def self.body(rows, note, by) =
    [
      *([note.strip, ""] if note && !note.strip.empty?),
      *rows.map { |row| line(row) },
      "",
      by.name,
      "#{Settings.public_url}/market"
    ].join("\n")

  def self.line(row)
    price = row[:rate] ? Core::Spoken.dollars(Money.cents(row[:rate])) : "no price posted"
    [
      "#{Work::Market::Posted.ends(row).join(" to ")}, #{price}",
      row[:opens_at] && "pickup #{pickup(row)}",
      row[:weight_lb] && Core::Spoken.pounds(row[:weight_lb]),
      [row[:broker_name] || "unknown poster", row[:broker_phone]].reject { |text| text.to_s.empty? }
        .join(" "),
      row[:reference]
    ].compact.join(", ")
  end

  def self.pickup(row) = Core::Spoken.zoned(TZInfo::Timezone.get(row[:origin_zone]).to_local(row[:opens_at]))
  private_class_method :body, :line, :pickup
end
