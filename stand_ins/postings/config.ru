# frozen_string_literal: true

require_relative "service"
require_relative "../own_site"

use StandIns::OwnSite
run StandIns::PostingService.new(
      ENV.fetch("POSTINGS_FILE", File.expand_path("../../var/stand_ins/offers.jsonl", __dir__)),
      per_minute: Integer(ENV.fetch("POSTINGS_PER_MINUTE", "8"))
    )
