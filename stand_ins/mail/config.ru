# frozen_string_literal: true

require_relative "mailbox"
require_relative "receiver"
require_relative "../own_site"

use StandIns::OwnSite
map("/told") { run StandIns::Receiver.new }
run StandIns::Mailbox.new(
      ENV.fetch("MAILS_FILE", File.expand_path("../../var/stand_ins/mails.jsonl", __dir__))
    )
