# frozen_string_literal: true

source "https://rubygems.org"

gem "activerecord", "~> 7.2.2"
gem "json_schemer", "~> 2.5"
gem "matrix", "~> 0.4"
gem "oj", "~> 3.17"
gem "openapi_first", "~> 1.4.3"
gem "prawn", "~> 2.4.0"
gem "puma", "~> 8.0"
gem "rack-attack", "~> 6.7"
gem "rackup", "~> 2.3"
gem "rqrcode_core", "~> 2.0"
gem "rubyzip", "~> 2.4"
gem "sinatra", "~> 4.2"
gem "sin_lru_redux", "~> 2.5"
gem "sqlite3", "~> 2.8"
gem "thor", "~> 1.5"
gem "zeitwerk", "~> 2.6.18"

group :development, :test do
  gem "axe-core-api", "~> 4.11", require: false
  gem "axe-core-rspec", "~> 4.11", require: false
  gem "capybara", "~> 3.40"
  gem "prop_check", "~> 1.0"
  gem "rack-test", "~> 2.3"
  gem "rspec", "~> 3.13"
  gem "rubocop", "~> 1.75", require: false
  gem "rubocop-performance", "~> 1.25", require: false
  gem "rubocop-rspec", "~> 3.6", require: false
  gem "selenium-webdriver", "4.32.0"
  gem "stackprof", "~> 0.2", require: false
  gem "syntax_tree", "~> 6.3", require: false
end
