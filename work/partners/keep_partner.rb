# frozen_string_literal: true

# Takes a partner carrier on, or changes its record.
module Work::Partners::KeepPartner
  TEXTS = %i[name authority_number usdot_number contact phone email address town state zip notes].freeze
  OTHERS = %i[agreement_on w9_on terms_days quick_pay_days quick_pay_percent stopped_why].freeze
  # What thieves change before they take a load.
  REACHED_AT = %i[address town state zip phone email].freeze

  # input - { key:, **TEXTS, trailer_kinds:, lanes:, **OTHERS, tax_number: }. Returns the id.
  # Raises Refused `name_taken`, `number_taken`, `quick_pay_half`.
  def self.take_on(input, by:, now:)
    Work::Act.once(input[:key], "take_partner_on", by:, now:, input: kept(input)) do |act|
      columns = columns(input)
      check(columns)
      id = write { Store::Partners::Partners.insert(**columns, taken_on_at: now) }
      act.changed("partner", id, { name: [nil, columns[:name]] })
      Jobs::CheckPartner.enqueue(partner_id: id) if Settings.register_url
      id
    end
  end

  # input - the same with version:. Raises Work::Stale too.
  def self.change(id, input, by:, now:)
    Work::Act.once(nil, "change_partner", by:, now:) do |act|
      row = Store::Partners::Partners.lock(id) or raise Store::NotFound.new("partner", id)
      columns = columns(input)
      shown = columns.keys - [:tax_number]
      Work::Stale.check(row, input[:version], of: ["partner", id], yours: columns.slice(*shown)) do
        plain(row).slice(*shown)
      end
      check(columns)
      changes = Work::Act.difference(plain(row).slice(*shown), plain(columns).slice(*shown))
      moved = changes.keys.intersect?(REACHED_AT) ? { address_changed_at: now } : {}
      write { Store::Partners::Partners.change(row, **columns, **moved) }
      Jobs::CheckPartner.enqueue(partner_id: id) if Settings.register_url && changes.key?(:authority_number)
      changes[:tax_number] = [nil, "kept"] if columns.key?(:tax_number)
      act.changed("partner", id, changes)
      id
    end
  end

  # The number itself is no part of what is kept of a request.
  def self.kept(input) =
    Work::Act.plain(
      input[:tax_number] ? input.merge(tax_number: Store::Sealed.fingerprint(input[:tax_number])) : input
    )

  def self.columns(input)
    {
      **TEXTS.to_h { |name| [name, input[name].to_s.strip] },
      **OTHERS.to_h { |name| [name, input[name]] },
      quick_pay_percent: input[:quick_pay_percent] && BigDecimal(input[:quick_pay_percent]),
      stopped_why: input[:stopped_why].to_s.strip.then { |text| text unless text.empty? },
      trailer_kinds: Sequel.pg_array(input[:trailer_kinds] || [], :text),
      lanes: Sequel.pg_jsonb(Work::Act.plain(input[:lanes] || [])),
      **(input[:tax_number] ? { tax_number: Store::Sealed.seal(input[:tax_number].gsub(/\D/, "")) } : {})
    }
  end

  def self.plain(row) =
    row.merge(trailer_kinds: row[:trailer_kinds].to_a, lanes: Work::Act.plain(row[:lanes].to_a))

  def self.check(columns)
    return if columns[:quick_pay_days].nil? == columns[:quick_pay_percent].nil?

    raise Refused.new(
            "quick_pay_half",
            "Quick pay is so many days and so many percent: say both, or neither.",
            path: columns[:quick_pay_days] ? "/quick_pay_percent" : "/quick_pay_days"
          )
  end

  TAKEN = {
    "partners_name_once" => ["name_taken", "There is a partner of this name already.", "/name"],
    "partners_authority_once" => [
      "number_taken",
      "There is a partner with this authority number already.",
      "/authority_number"
    ]
  }.freeze

  def self.write(&)
    DB.transaction(savepoint: true, &)
  rescue *Work::Act::BROKEN => e
    taken = TAKEN[Work::Act.broken_constraint(e)] or raise
    code, message, path = taken
    raise Refused.new(code, message, path:)
  end
  private_class_method :kept, :columns, :plain, :check, :write
end
