# frozen_string_literal: true

Rails.application.configure do
  config.enable_reloading = false
  config.eager_load = true
  config.consider_all_requests_local = false
  config.action_dispatch.show_exceptions = :all
  config.action_controller.allow_forgery_protection = ENV.key?("GALLOP_FORGERY_PROTECTION")
  config.active_support.deprecation = :stderr
  config.action_controller.raise_on_missing_callback_actions = true
  config.log_level = :warn
end
