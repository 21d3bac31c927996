# frozen_string_literal: true

# An order of a court against a driver's pay, kept until it ends.
module Work::Pay::KeepGarnishment
  # input - { key:, driver_id:, kind:, label:, amount:, limit_percent: of support only, from_on: }
  # Returns its id. Raises Refused `limit_of_ordinary`, `limit_too_high`.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "keep_garnishment", by:, now:, input: Work::Act.plain(input)) do |act|
      limit = input[:limit_percent] && BigDecimal(input[:limit_percent])
      if limit && input[:kind] != "support"
        raise Refused.new("limit_of_ordinary", "Only support has a limit of its own.", path: "/limit_percent")
      end
      if limit && limit > 65
        raise Refused.new(
                "limit_too_high",
                "The law takes 65 % at most (15 U.S.C. 1673(b)(2)).",
                path: "/limit_percent"
              )
      end

      id =
        Store::Pay::Garnishments.insert(
          **input.slice(:driver_id, :kind, :label, :from_on),
          amount: BigDecimal(input[:amount]),
          limit_percent: limit,
          made_by: by.name,
          made_at: now
        )
      Work::Pay::BuildRun.drafts(input[:from_on], only: [input[:driver_id]])
      act.changed("driver", input[:driver_id], { garnishment: [nil, input[:label]] })
      id
    end
  end

  # Its last day. Returns the id.
  def self.end(id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "end_garnishment",
      by:,
      now:,
      input: Work::Act.plain(input.merge(id:))
    ) do |act|
      row = Store::Pay::Garnishments.lock(id) or raise Store::NotFound.new("garnishment", id)
      Store::Pay::Garnishments.at(id).update(to_on: input[:to_on])
      Work::Pay::BuildRun.drafts(input[:to_on], only: [row[:driver_id]])
      act.changed("driver", row[:driver_id], { garnishment: [row[:label], "ends #{input[:to_on]}"] })
      id
    end
  end
end
