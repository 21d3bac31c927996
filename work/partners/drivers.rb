# frozen_string_literal: true

# A partner's driver tells us of the way: what his own carrier keeps and pays is none of ours.
module Work::Partners::Drivers
  # Raises Refused `partners_driver`.
  def self.refuse(driver_id)
    return unless Store::Partners.driver?(driver_id)

    raise Refused.new("partners_driver", "Your own carrier keeps and pays this.", path: "")
  end
end
