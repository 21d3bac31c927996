# frozen_string_literal: true

require_relative "gateway"
require_relative "../own_site"
require_relative "../../config/settings"

use StandIns::OwnSite
run StandIns::TextGateway.new(
      ENV.fetch("TEXTS_FILE", File.expand_path("../../var/stand_ins/texts.jsonl", __dir__)),
      callback: ENV.fetch("TEXT_CALLBACK_URL", nil),
      secret: Settings.text_gateway_secret
    )
