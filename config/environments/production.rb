# frozen_string_literal: true

require "active_support/core_ext/integer/time"

# What bin/demo runs: the application as technicians have it, on their own laptop.
Rails.application.configure do
  config.enable_reloading = false
  config.eager_load = true
  config.consider_all_requests_local = false
  config.public_file_server.enabled = true
  config.public_file_server.headers = { "cache-control" => "public, max-age=3600" }
  config.log_level = ENV.fetch("RAILS_LOG_LEVEL", "warn")
  config.logger =
    ActiveSupport::Logger.new(ENV.fetch("GALLOP_LOG", Rails.root.join("log/production.log").to_s), 2, 10_000_000)
  config.active_record.dump_schema_after_migration = false
  # Serves this machine over plain HTTP; see docs/decisions/this-machine-alone.md.
  config.force_ssl = false
  config.secret_key_base = ENV.fetch("SECRET_KEY_BASE") { SecretFile.read(Rails.root.join("storage/secret_key_base")) }
end
