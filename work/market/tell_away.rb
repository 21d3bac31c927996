# frozen_string_literal: true

# Mails what the watches of a dispatcher found while he is away: who works with the program sees and hears it there.
# One mail in a while has all that came since the one before.
module Work::Market::TellAway
  AWAY_SECONDS = 900
  NOT_AGAIN_SECONDS = 900
  MOST = 12

  # watches - rows, all of one person
  def self.call(watches, now)
    mailed_at = watches.filter_map { |watch| watch[:mailed_at] }.max
    return if mailed_at && mailed_at > now - NOT_AGAIN_SECONDS

    rows = Store::Market::WatchFinds.untold(watches.map { |watch| watch[:id] }, mailed_at, now)
    account = rows.any? && Store::Company.account(watches.first[:who_ref][/\d+/].to_i)
    return unless account && Store::Company::Sessions.away?(account[:id], AWAY_SECONDS)

    DB.transaction do
      Store::Market::Watches.where(id: watches.map { |watch| watch[:id] }).update(mailed_at: now)
      Jobs::SendMail.write(account[:email], "#{rows.length} found by your watches", body(rows), now)
    end
  end

  def self.body(rows)
    more = rows.length - MOST
    [
      *rows.first(MOST).map { |row| line(row) },
      ("and #{more} more." if more.positive?),
      "",
      "#{Settings.public_url}/market?view=watches"
    ].compact.join("\n")
  end

  # row - of Store::Market::WatchFinds.untold
  def self.line(row)
    price = row[:rate] ? Core::Spoken.dollars(Money.cents(row[:rate])) : "no price posted"
    leaves = row[:profit] ? ", leaves #{Core::Spoken.dollars(Money.cents(row[:profit]))}" : ""
    "#{row[:driver]}: #{Work::Market::Posted.ends(row).join(" to ")}, #{price}#{leaves}, #{row[:reference]}"
  end
  private_class_method :body, :line
end
