# frozen_string_literal: true

# Certificates of insurance of a partner: one that is written down stays, with who did; a wrong one is dropped.
module Work::Partners::KeepInsurance
  # input - { key:, kind:, limit: decimal text, insurer:, policy:, from_on:, expires_on: }. Returns the partner's id.
  # Raises Refused `ends_first`.
  def self.add(partner_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "add_certificate",
      by:,
      now:,
      input: Work::Act.plain(input.merge(partner_id:))
    ) do |act|
      Store::Partners::Partners.lock(partner_id) or raise Store::NotFound.new("partner", partner_id)
      unless input[:from_on] < input[:expires_on]
        raise Refused.new("ends_first", "It ends before it begins.", path: "/expires_on")
      end

      Store::Partners::Insurances.insert(
        partner_id:,
        **input.slice(:kind, :from_on, :expires_on),
        limit: BigDecimal(input[:limit]),
        insurer: input[:insurer].strip,
        policy: input[:policy].to_s.strip,
        added_by: by.name,
        added_at: now
      )
      act.changed("partner", partner_id, { input[:kind] => [nil, said(input)] })
      partner_id
    end
  end

  # Returns the partner's id.
  def self.drop(id, by:, now:)
    Work::Act.once(nil, "drop_certificate", by:, now:) do |act|
      row = Store::Partners::Insurances.lock(id) or raise Store::NotFound.new("certificate", id)
      next row[:partner_id] if row[:dropped_at]

      Store::Partners::Insurances.at(id).update(dropped_at: now)
      act.changed("partner", row[:partner_id], { row[:kind] => [said(row), nil] })
      row[:partner_id]
    end
  end

  # The certificate itself. Returns the partner's id. Raises Refused as Programs::PaperFile does.
  def self.attach(id, bytes, key:, by:, now:)
    file = Programs::PaperFile.admit(bytes)
    Work::Act.once(key, "attach_certificate", by:, now:, input: { id:, bytes: bytes.length }) do |act|
      row = Store::Partners::Insurances.lock(id) or raise Store::NotFound.new("certificate", id)
      Store::Partners::Insurances.at(id).update(
        content_type: file.content_type,
        content: Sequel.blob(file.content)
      )
      act.changed("partner", row[:partner_id], { certificate: [nil, file.content_type] })
      row[:partner_id]
    end
  end

  def self.said(row) = "#{Money.rate_text(BigDecimal(row[:limit]))}, #{row[:from_on]} to #{row[:expires_on]}"
  private_class_method :said
end
