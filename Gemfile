# frozen_string_literal: true

# Wherever this machine gets its gems from.
source Gem.sources.to_a.first

ruby ">= 3.1"

# rubocop:disable Bundler/OrderedGems -- grouped by what they are for
# The web
gem "sinatra", "~> 4.0"
gem "puma", "~> 6.4"
gem "rodauth", "~> 2.36"
gem "argon2", "~> 2.3"
gem "rotp", "~> 6.3"
gem "rqrcode", "~> 3.0"
gem "webauthn", "~> 3.2"
gem "zxcvbn-ruby", "~> 1.2", require: "zxcvbn" # how soon a password is guessed
gem "openapi_first", "~> 1.4"
gem "rack-attack", "~> 6.7"
gem "marcel", "~> 1.0"
gem "bai2", "~> 2.0" # statements of banks, in the United States
gem "camt_parser", "~> 2.18" # and by ISO 20022
gem "prometheus-client", "~> 4.2"

# The store
gem "sequel", "~> 5.80"
gem "pg", "~> 1.5"
gem "sequel_pg", "~> 1.17", require: "sequel"
gem "que", "~> 2.4"
gem "json", "~> 2.9" # que 2.4 does not know json 3

# Everywhere
gem "bigdecimal", "~> 3.1"
gem "json_schemer", "~> 2.3"
gem "tzinfo", "~> 2.0"
gem "damerau-levenshtein", "~> 1.3" # typing slips in texts
gem "tzinfo-data", "~> 1.2024"
gem "zeitwerk", "~> 2.6"
gem "bootsnap", "~> 1.18", require: false # what was read and compiled once is not again
gem "highs", "~> 0.2.6", require: false # proposals: a mixed-integer solver

# Papers
gem "prawn", "~> 2.5"
gem "prawn-table", "~> 0.2"
gem "icalendar", "~> 2.10"
gem "ach", "~> 0.6" # direct deposit, the fixed-width format of the ACH network
gem "caxlsx", "~> 4.4"

# The calendar
gem "holidays", "~> 8.8"

# Running it
gem "foreman", "~> 0.88"

group :test do
  gem "axe-core-rspec", "~> 4.10"
  gem "capybara", "~> 3.40"
  gem "pdf-reader", "~> 2.12"
  gem "rack-test", "~> 2.1"
  gem "rgl", "~> 0.6"
  gem "rspec", "~> 3.13"
  gem "selenium-webdriver", "~> 4.20"
end

group :lint do
  gem "brakeman", "~> 7.0", require: false
  gem "bundler-audit", "~> 0.9", require: false
  gem "rubocop", "~> 1.70", require: false
  gem "rubocop-performance", "~> 1.23", require: false
  gem "rubocop-rspec", "~> 3.4", require: false
  gem "rubocop-sequel", "~> 0.3", require: false
  gem "syntax_tree", "~> 6.2", require: false # the formatter
end
# rubocop:enable Bundler/OrderedGems
