# frozen_string_literal: true

require_relative "gateway"

run StandIns::TextGateway.new(ENV.fetch("TEXTS_FILE", File.expand_path("../../var/stand_ins/texts.jsonl", __dir__)))
