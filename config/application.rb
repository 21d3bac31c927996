# frozen_string_literal: true

# Loads the whole application: core, store, work and web, with a database behind it.
require_relative "core"
require_relative "attention_rules"
require_relative "bank_holidays"
require_relative "fit_rules"
require_relative "hours_rules"
require_relative "permit_rules"
require_relative "phrases"
require_relative "partner_rules"
require_relative "risk_weights"
require_relative "road_data"
require_relative "settings"
require "json"
require "que"
require "pg"
require "sequel"

# Rows and datasets, by area.
module Store
end
# Rows of the store as frozen values, one file a screen or paper: a fixed number of queries, no writes.
module Reads
end
# What people do, by area: one file an act.
module Work
end
# What is done later, by the worker.
module Jobs
end
# Outside services, each behind one small interface, on one HTTP client.
module Services
end
# Programs of this machine that read what strangers sent, in processes of their own.
module Programs
end
# What goes out as a file: PDFs, and files in the formats of banks, calendars and sheets.
module Papers
end
# The HTTP interface, by area.
module Web
end

APPLICATION_LOADER = Zeitwerk::Loader.new
APPLICATION_LOADER.tag = "application"
{
  "store" => Store,
  "reads" => Reads,
  "work" => Work,
  "jobs" => Jobs,
  "services" => Services,
  "programs" => Programs,
  "papers" => Papers,
  "web" => Web
}.each do |folder, namespace|
  APPLICATION_LOADER.push_dir(File.expand_path("../#{folder}", __dir__), namespace:)
end
APPLICATION_LOADER.ignore(File.expand_path("../web/public", __dir__))
APPLICATION_LOADER.setup

DB = Store::Database.connect(Settings.database_url)
Que.connection = DB
Que.logger = nil
Clock = Store::Company::Clock
