# frozen_string_literal: true

# The JSON of the bridge formula over some axles, with what would help.
module Web::Permits::BridgeJson
  # axles - Array of { weight_lb:, spacing_ft: }
  def self.of(axles)
    read = Core::Permits.read_bridge({ "axles" => axles.map { |row| row.to_h.transform_keys(&:to_s) } })
    Core::Permits::Answer.bridge(read).merge(
      helps: Core::Permits.bridge_help(read).map { |help| { kind: help.kind, text: help.text } }
    )
  end
end
