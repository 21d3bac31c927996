# frozen_string_literal: true

# Gives a load that has not begun to another crew in one act: both or neither, told to whoever was told
# before.
module Work::Match::RecrewLoad
  # input - { key:, driver_ids:, tractor_id:, trailer_id:, why: for going past what blocks }. Raises Refused
  #         as taking off and giving do.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "recrew_load", by:, now:, input: input.merge(load_id:)) do
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      sent = %w[sent accepted].include?(load[:status])
      Work::Freight::UncrewLoad.call(load_id, { why: input[:why] || "Given to another crew" }, by:, now:)
      Work::Match::GiveLoad.call(load_id, input.slice(:driver_ids, :tractor_id, :trailer_id, :why), by:, now:)
      Work::Freight::SendLoad.call(load_id, {}, by:, now:) if sent
      load_id
    end
  end
end
