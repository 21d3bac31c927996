# frozen_string_literal: true

# Mails what the watches of a dispatcher found while he is away: who works with the program sees and hears it there.
module Work::Market::TellAway
  AWAY_SECONDS = 900
  # Not a mail for each posting.
  NOT_AGAIN_SECONDS = 900
  MOST = 12

  # found - Array of [watch, Array of Work::Market::Look::Find], all of one person
  def self.call(found, now)
    account = Store::Company.account(found.first.first[:who_ref][/\d+/].to_i) or return
    return unless account[:email] && Store::Company::Sessions.away?(account[:id], AWAY_SECONDS)

    subject = "#{found.sum { |_, finds| finds.length }} found by your watches"
    DB.transaction do
      next if Store::Mails.written_since?(account[:email], SUBJECT_LIKE, now - NOT_AGAIN_SECONDS)

      Jobs::SendMail.write(account[:email], subject, body(found), now)
    end
  end

  SUBJECT_LIKE = "% found by your watches"

  def self.body(found)
    lines = found.flat_map { |_, finds| finds.map { |find| line(find) } }
    more = lines.length - MOST
    [
      *lines.first(MOST),
      ("and #{more} more." if more.positive?),
      "",
      "#{Settings.public_url}/market?view=watches"
    ].compact.join("\n")
  end

  def self.line(find)
    row = find.row
    lane =
      "#{row[:origin_town]}, #{row[:origin_state]} to #{row[:destination_town]}, #{row[:destination_state]}"
    price = row[:rate] ? Core::Spoken.dollars(Money.cents(row[:rate])) : "no price posted"
    leaves = row[:rate] ? ", leaves #{Core::Spoken.dollars(find.fit.judgement.money.profit)}" : ""
    "#{find.fit.crew.name}: #{lane}, #{price}#{leaves}, #{row[:reference]}"
  end
  private_class_method :body, :line
end
