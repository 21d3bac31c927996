# frozen_string_literal: true

# On which days a load is driven through each state of its way, by the plan of its crew; where nobody has it,
# as many as its hours take.
module Work::Permits::ThroughStates
  # Of driving that windows of daylight leave in a day, where no plan says: common practice.
  DAY_MINUTES = 8 * 60

  # Hash of state to how many days.
  def self.days(file, plan)
    parts = file[:sections].to_a.flatten
    dated = plan && dates(parts, plan)
    parts
      .group_by { |part| part["state"] }
      .to_h do |state, list|
        [
          state,
          dated&.fetch(state, nil)&.length || (list.sum { |part| part["minutes"] } / DAY_MINUTES.to_f).ceil
        ]
      end
  end

  # plan - Core::Hours::Plan from before the pickup on, so that its loaded driving is that of the parts. Hash
  #        of state to Array of Date.
  def self.dates(parts, plan)
    return unless plan.visits.any? && loaded(plan).sum(&:minutes) >= parts.sum { |part| part["minutes"] } - 1

    parts = parts.map { |part| [part["state"], part["minutes"]] }
    loaded(plan)
      .each_with_object(Hash.new { |hash, state| hash[state] = [] }) do |piece, days|
        through(piece, parts, days, plan.days)
      end
      .transform_values(&:uniq)
  end

  def self.loaded(plan) = plan.pieces.select { |piece| piece.status == "driving" && piece.stop.positive? }

  def self.through(piece, parts, days, calendar)
    at = piece.from
    while at < piece.to && parts.any?
      state, left = parts.first
      some = [left, piece.to - at].min
      if some.positive?
        (calendar.day_of(at)..calendar.day_of(at + some - 1)).each { |day| days[state] << calendar.date(day) }
      end
      at += some
      left == some ? parts.shift : parts[0] = [state, left - some]
    end
  end
  private_class_method :dates, :loaded, :through
end
