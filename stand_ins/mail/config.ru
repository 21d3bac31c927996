# frozen_string_literal: true

require_relative "mailbox"

run StandIns::Mailbox.new(
      ENV.fetch("MAILS_FILE", File.expand_path("../../var/stand_ins/mails.jsonl", __dir__))
    )
