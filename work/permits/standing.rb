# frozen_string_literal: true

# Permits that the company holds for a year or for some trips: kept with what they let, used by every file
# that they cover.
module Work::Permits::Standing
  S = Core::Permits::Standing
  SIZES = %i[width_in height_in length_in gross_lb].freeze

  # input - { key:, jurisdiction:, number:, tractor_id: or nil, width_in:, height_in:, length_in:, gross_lb:,
  #         valid_from:, valid_to:, trips: or nil, conditions: }
  # Returns its id. Raises Refused `held_already`, `days_reversed`, `unknown_state`.
  def self.hold(input, by:, now:)
    Work::Act.once(input[:key], "hold_permit", by:, now:, input:) do |act|
      unless PermitRules.all[input[:jurisdiction]]
        raise Refused.new(
                "unknown_state",
                "#{input[:jurisdiction]} is not covered yet.",
                path: "/jurisdiction"
              )
      end
      if input[:valid_to] < input[:valid_from]
        raise Refused.new("days_reversed", "It ends before it begins.", path: "/valid_to")
      end
      if live.where(input.slice(:jurisdiction, :number)).any?
        raise Refused.new(
                "held_already",
                "The company holds #{input[:number]} of #{input[:jurisdiction]} already.",
                path: "/number"
              )
      end

      id =
        Store::Permits::AnnualPermits.insert(
          **input.slice(*SIZES, :jurisdiction, :number, :tractor_id, :valid_from, :valid_to, :trips),
          conditions: input[:conditions].to_s,
          made_by: by.name,
          made_at: now
        )
      judge_anew(input[:jurisdiction])
      act.changed("company", 1, { "permit held, #{input[:jurisdiction]}" => [nil, input[:number]] })
      id
    end
  end

  # It no longer is used; what moves on it now goes back to being applied for.
  def self.give_up(id, input, by:, now:)
    Work::Act.once(input[:key], "give_up_held_permit", by:, now:, input: input.merge(id:)) do |act|
      row = Store::Permits::AnnualPermits.lock(id) or raise Store::NotFound.new("held permit", id)
      if input[:why].to_s.strip.empty?
        raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why")
      end

      Store::Permits::AnnualPermits.change(row, ended_at: now)
      judge_anew(row[:jurisdiction])
      act.changed(
        "company",
        1,
        { "permit held, #{row[:jurisdiction]}" => [row[:number], nil] },
        why: input[:why]
      )
      id
    end
  end

  def self.live = Store::Permits::AnnualPermits.where(ended_at: nil)

  # The held permit that covers a file in a verdict's state, nil where none does.
  def self.covering(file, verdict)
    return unless verdict.needs_permit && !%w[not_covered divisible].include?(verdict.kind)

    live
      .where(jurisdiction: verdict.jurisdiction)
      .order(:valid_to)
      .find { |row| unmet(row, file, verdict).empty? }
  end

  # Why a held permit does not cover a file: sentences.
  def self.unmet(row, file, verdict)
    S.unmet(
      held(row),
      Work::Permits::Draft.vehicle(file),
      kind: verdict.kind,
      tractor_id: file[:tractor_id],
      from: file[:starts_on],
      to: ends_on(file),
      used: used_by(row[:id], file[:id])
    )
  end

  # What a permit of a file reads like that rests on it: it is for what it lets, not for the file's own size.
  def self.used(row)
    issued_for =
      row.slice(*SIZES).merge(row[:tractor_id] ? { tractor_id: row[:tractor_id] } : {}).transform_keys(&:to_s)
    {
      status: "issued",
      annual_permit_id: row[:id],
      number: row[:number],
      valid_from: row[:valid_from],
      valid_to: row[:valid_to],
      fee: 0,
      said: row[:conditions],
      issued_for: Sequel.pg_jsonb(issued_for)
    }
  end

  # On how many moves, beside one file's.
  def self.used_by(id, file_id = nil)
    Store::Permits::Permits.uses(id, file_id)
  end

  def self.held(row) =
    S::Held.new(
      **row.slice(:jurisdiction, :number, :tractor_id, :valid_from, :valid_to, :trips),
      sizes: row.slice(*SIZES)
    )

  def self.ends_on(file)
    load = Store::Freight.load(file[:load_id])
    [
      file[:starts_on],
      load[:delivery_at] &&
        TZInfo::Timezone.get(load[:delivery_zone] || "UTC").to_local(load[:delivery_at]).to_date
    ].compact.max
  end

  # Files that are still before their move, and have a permit of that state that no office has in hand.
  def self.judge_anew(jurisdiction)
    Store::Permits::Permits
      .file_ids_before_moving(jurisdiction, Work::Permits::Draft::OPEN)
      .each { |file_id| Work::Permits::Draft.write(file_id) }
  end
  private_class_method :held, :ends_on, :judge_anew
end
