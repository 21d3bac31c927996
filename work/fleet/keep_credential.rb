# frozen_string_literal: true

require "marcel"

# Keeps a paper of a driver or a unit: a new one of a kind takes the place of the one before, which stays to
# be read.
module Work::Fleet::KeepCredential
  HOLDERS = { drivers: :driver_id, units: :unit_id }.freeze

  # table - :drivers or :units; input - { key:, kind:, number:, issued_on:, expires_on: }
  # Raises Refused `dates_reversed`.
  def self.call(table, id, input, by:, now:)
    holder = HOLDERS.fetch(table)
    Work::Act.once(input[:key], "keep_credential", by:, now:, input: input.merge(holder => id)) do |act|
      Store::Fleet.rows(table).lock(id) or raise Store::NotFound.new(Store::Fleet::KIND[table], id)
      if input[:issued_on] && input[:expires_on] && input[:expires_on] < input[:issued_on]
        raise Refused.new(
                "dates_reversed",
                "It expires before it was issued: put a date right.",
                path: "/expires_on"
              )
      end

      before = Store::Fleet::Credentials.where(holder => id, :kind => input[:kind], :replaced_by => nil)
      was = before.first
      row = {
        kind: input[:kind],
        number: input[:number].to_s.strip,
        issued_on: input[:issued_on],
        expires_on: input[:expires_on]
      }
      made = Store::Fleet::Credentials.insert(holder => id, **row)
      before.exclude(id: made).update(replaced_by: made) unless input[:kind] == "other"
      into_record(id, input) if table == :drivers
      act.changed(
        Store::Fleet::KIND[table],
        id,
        { input[:kind] => [was && was[:expires_on], input[:expires_on]] }
      )
      made
    end
  end

  # The date of a licence or a medical card has one home, the driver's own record.
  def self.into_record(driver_id, input)
    column = Store::Fleet::IN_RECORD[input[:kind]]
    return unless column && input[:expires_on]

    Store::Fleet::Drivers.count_on(driver_id, column => input[:expires_on])
  end
  private_class_method :into_record

  # Somebody has looked at the paper.
  def self.verify(credential_id, input, by:, now:)
    Work::Act.once(input[:key], "verify_credential", by:, now:, input: input.merge(credential_id:)) do |act|
      row = Store::Fleet::Credentials.lock(credential_id) or raise Store::NotFound.new("paper", credential_id)
      Store::Fleet::Credentials.at(credential_id).update(verified_by: by.name, verified_at: now)
      act.changed(
        row[:driver_id] ? "driver" : "unit",
        row[:driver_id] || row[:unit_id],
        { "#{row[:kind]} looked at" => [row[:verified_by], by.name] }
      )
      credential_id
    end
  end

  # The photo or PDF of it. Raises what Programs::PaperFile.admit refuses.
  def self.attach(credential_id, content, key:, by:, now:)
    kept = Programs::PaperFile.admit(content)
    Work::Act.once(
      key,
      "attach_credential",
      by:,
      now:,
      input: {
        credential_id:,
        bytes: content.bytesize
      }
    ) do |act|
      row = Store::Fleet::Credentials.lock(credential_id) or raise Store::NotFound.new("paper", credential_id)
      Store::Fleet::Credentials.at(credential_id).update(
        content_type: kept.content_type,
        content: Sequel.blob(kept.content),
        verified_by: nil,
        verified_at: nil
      )
      act.changed(
        row[:driver_id] ? "driver" : "unit",
        row[:driver_id] || row[:unit_id],
        { "#{row[:kind]} photo" => [row[:content_type], kept.content_type] }
      )
      credential_id
    end
  end
end
