# frozen_string_literal: true

# What the axles of a permit file's move would carry, where nobody has weighed them: from its gross, what its units
# weigh and where the axles stand.
module Work::Permits::AxleShares
  # spacings_ft - Array of Numeric. Returns Array of { weight_lb:, spacing_ft: }, adding up to the file's gross. Raises
  # Store::NotFound, and what Core::Permits::AxleShares refuses.
  def self.of(load_id, spacings_ft)
    file = Store::Permits.file_of(load_id) or raise Store::NotFound.new("permit file", load_id)
    weighs = Work::Permits::Rig.new(Store::Freight.load(file[:load_id])).gross
    tractor_lb = weighs.tractor_lb + weighs.aboard_lb
    weights =
      Core::Permits::AxleShares.of(
        spacings_ft,
        tractor_lb:,
        trailer_lb: weighs.trailer_lb,
        freight_lb: [file[:gross_lb] - tractor_lb - weighs.trailer_lb, 0].max,
        deck_ft: (file[:trailer_length_in] || Work::Permits::Rig::TRAILER_IN) / 12.0
      )
    weights.zip(spacings_ft).map { |weight_lb, spacing_ft| { weight_lb:, spacing_ft: } }
  end
end
