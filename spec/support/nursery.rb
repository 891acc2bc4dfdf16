# frozen_string_literal: true

# Servers for specs, born quickly: Rails is loaded once, as in production, and each server is a fork of it with an
# environment of its own. A process by itself: each line of its standard input is an environment in JSON, answered
# with the server's process id.
require "tmpdir"

ENV["RAILS_ENV"] = "production"
ENV["SECRET_KEY_BASE"] ||= "0" * 64
# A logger without a device could not be given another one
ENV["GALLOP_LOG"] = File.join(Dir.tmpdir, "gallop-nursery.log")
require_relative "../../config/environment"
require "puma/cli"

def serve(environment)
  ENV.update(environment)
  Process.setpgrp
  $stdin.reopen(File::NULL)
  $stdout.reopen(File::NULL)
  Rails.logger.reopen(ENV.fetch("GALLOP_LOG"))
  ActiveRecord::Base.establish_connection(
    ActiveRecord::Base.connection_db_config.configuration_hash.merge(database: ENV.fetch("GALLOP_DATABASE"))
  )
  Puma::CLI.new(%w[-C config/puma.rb --quiet]).run
end

$stdin.each_line do |line|
  pid = fork { serve(JSON.parse(line)) }
  Process.detach(pid)
  puts pid
  $stdout.flush
end
