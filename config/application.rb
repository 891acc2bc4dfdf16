# frozen_string_literal: true

require_relative "boot"
require "bootsnap/setup"

require "rails"
require "active_model/railtie"
require "active_record/railtie"
require "action_controller/railtie"
require "action_view/railtie"

Bundler.require(*Rails.groups)
require "gallop/core"
require_relative "../lib/secret_file"
require_relative "../app/middleware/error_pages"
require_relative "../app/middleware/body_limit"

module Gallop
  # The web application: projects, links to drives, motion, the interface's API.
  class Application < Rails::Application
    config.load_defaults 7.2
    config.time_zone = "UTC"
    config.generators.system_tests = nil
    config.autoload_lib(ignore: %w[tasks command_line])

    # The link registry lives in one process; a second one would hold a second set of connections and reins.
    if ENV.fetch("WEB_CONCURRENCY", "0").to_i.positive?
      abort "Gallop runs in one process: the links to the drives and the reins live in it. Unset WEB_CONCURRENCY."
    end

    config.hosts = ["127.0.0.1", "localhost", "[::1]"]
    config.host_authorization = {
      response_app: ->(_env) do
        [403, { "content-type" => "text/plain" }, ["Gallop answers to its own machine alone.\n"]]
      end
    }
    config.exceptions_app = ErrorPages
    config.action_dispatch.default_headers =
      config.action_dispatch.default_headers.merge("X-Frame-Options" => "DENY", "Referrer-Policy" => "same-origin")

    config.middleware.insert_before 0, BodyLimit
    config.active_record.sqlite3_adapter_strict_strings_by_default = true

    # app/link is namespace Link and so on; the folders are named after what they hold.
    initializer "gallop.namespaces", before: :set_autoload_paths do |app|
      { "wire" => :Wire, "link" => :Link, "motion" => :Motion, "proving" => :Proving }.each do |folder, name|
        namespace = Object.const_defined?(name) ? Object.const_get(name) : Object.const_set(name, Module.new)
        Rails.autoloaders.main.push_dir(app.root.join("app", folder).to_s, namespace: namespace)
      end
    end
  end
end
