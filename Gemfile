# frozen_string_literal: true

source "https://rubygems.org"

gem "rails", "~> 7.2.0"
gem "sqlite3", "~> 2.8.0"
gem "puma", "~> 8.0"
gem "bootsnap", require: false
gem "websocket-driver", "~> 0.8", require: "websocket/driver"

gem "gallop-core", path: "core"
gem "gallop-paddock", path: "paddock", require: false

# Front end: manifest and tags for what Vite built
gem "thor", "~> 1.5"
gem "vite_rails", "~> 3.11"
# JSON, and its TypeScript types from the same source
gem "alba", "~> 4.0"

gem "typelizer"
# Archives of traces
gem "rubyzip", "~> 3.0", require: "zip"
# Maps and counters that several threads share; Rails has it anyway
gem "concurrent-ruby", "~> 1.3", require: "concurrent"

group :development, :test do
  gem "rspec-rails", "~> 8.0"
  gem "capybara", "~> 3.40"
  gem "cuprite", "~> 0.19"
  gem "rspec-retry", "~> 0.6"
  gem "rubocop-rails-omakase", require: false
  gem "brakeman", require: false
  gem "syntax_tree", "~> 6.3", require: false
end
