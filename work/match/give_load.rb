# frozen_string_literal: true

# Gives a load to a crew after judging it: what the company blocks needs a reason, which is kept.
module Work::Match::GiveLoad
  # input - as of CrewLoad, with why: for going past what blocks, and version: of the load as it was seen,
  #         both optional
  #
  # Raises Refused `blocked` with the reasons, `changed_since`, and what CrewLoad refuses.
  def self.call(load_id, input, by:, now:)
    return load_id if repeated?(input)

    load = Work::Match::Freight.all([load_id]).first or raise Store::NotFound.new("load", load_id)
    if input[:version] && load.row[:status] == "open" && load.row[:version] != input[:version]
      raise Refused.new(
              "changed_since",
              "#{load.row[:number]} was changed since you looked: look again.",
              path: "/version"
            )
    end

    blocked = load.row[:status] == "open" ? blocked(load, input, now) : []
    if blocked.any? && input[:why].to_s.strip.empty?
      raise Refused.new(
              "blocked",
              "#{blocked.map(&:text).join(" ")} To give it all the same, say why.",
              path: "/why",
              details: {
                reasons: blocked.map(&:to_h)
              }
            )
    end

    Work::Freight::CrewLoad.call(
      load_id,
      input.slice(:key, :driver_ids, :tractor_id, :trailer_id),
      by:,
      now:,
      why: blocked.any? ? "Past #{blocked.map(&:code).join(", ")}: #{input[:why].strip}" : nil
    )
  end

  def self.repeated?(input) = input[:key] && !Store::Company::IdempotencyKeys.where(key: input[:key]).empty?

  # What is blocked by what is asked for; that somebody is on another trip is for CrewLoad to say, by name.
  def self.blocked(load, input, now)
    fit =
      Work::Match::Judge.chosen(load, input.slice(:driver_ids, :tractor_id, :trailer_id), now, exact: true) or
      return []
    fit.judgement.reasons.select do |reason|
      reason.effect == "block" && !%w[crew_taken no_trailer team_needed no_tractor].include?(reason.code)
    end
  end
  private_class_method :repeated?, :blocked
end
