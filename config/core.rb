# frozen_string_literal: true

# Loads the computation core and nothing else: no database, no server, no environment.
ENV["BUNDLE_GEMFILE"] ||= File.expand_path("../Gemfile", __dir__)
require "bundler/setup"
require "bootsnap"
# What was found, compiled and parsed at an earlier start is taken from var/.
Bootsnap.setup(
  cache_dir: File.expand_path("../var", __dir__),
  development_mode: true,
  load_path_cache: true,
  compile_cache_iseq: true,
  compile_cache_yaml: true
)
require "bigdecimal"
require "bigdecimal/util"
require "damerau-levenshtein"
require "date"
require "time"
require "tzinfo"
require "zeitwerk"

# The computation core: pure functions over frozen values, by area.
module Core
end

CORE_LOADER = Zeitwerk::Loader.new
CORE_LOADER.tag = "core"
CORE_LOADER.push_dir(File.expand_path("../core", __dir__), namespace: Core)
CORE_LOADER.setup

# Three names that every layer uses are said without their namespace.
Value = Core::Value
Refused = Core::Refused
Money = Core::Money
