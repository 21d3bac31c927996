# frozen_string_literal: true

# Sets a posting aside for who does it, or takes it out again.
module Work::Market::SetAside
  def self.call(posting_id, aside, by:, now:)
    mine = { posting_id:, who_ref: by.ref }
    raise Store::NotFound.new("posting", posting_id) if Store::Market::Postings.at(posting_id).empty?

    if aside
      Store::Market::SetAside.once({ **mine, at: now }, returns: :posting_id)
    else
      Store::Market::SetAside.where(mine).delete
    end
    nil
  end
end
