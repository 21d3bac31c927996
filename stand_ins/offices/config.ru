# frozen_string_literal: true

require_relative "offices"
require_relative "../own_site"

use StandIns::OwnSite
run StandIns::PermitOffices.new(
      ENV.fetch("OFFICES_FILE", File.expand_path("../../var/stand_ins/offices.jsonl", __dir__)),
      outages: ENV["OFFICES_OUTAGES"] != "never",
      hours: ENV["OFFICES_HOURS"] != "always"
    )
