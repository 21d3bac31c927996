# frozen_string_literal: true

require_relative "service"
require_relative "../own_site"

use StandIns::OwnSite
run StandIns::DeviceService.new(
      ENV.fetch("DEVICES_FILE", File.expand_path("../../var/stand_ins/devices.jsonl", __dir__))
    )
