# frozen_string_literal: true

# One process with threads: see docs/decisions/one-process.md.
threads 5, 24
port ENV.fetch("PORT", 4100), "127.0.0.1"
environment ENV.fetch("RAILS_ENV", "development")
force_shutdown_after 2
# A little above BodyLimit::MOST, which says it in words; what is larger is not spooled
http_content_length_limit 3_100_000
pidfile ENV["PIDFILE"] if ENV["PIDFILE"]
