# frozen_string_literal: true

require "spec_helper"
ENV["RAILS_ENV"] ||= "test"
require_relative "../config/environment"
abort("The specs clean the database and must not run against production.") if Rails.env.production?
require "rspec/rails"
require "rspec/retry"

Dir[Rails.root.join("spec/support/**/*.rb")]
  .sort
  .reject { |file| file.end_with?("nursery.rb") }
  .each { |file| require file } # a process of its own
ActiveRecord::Migration.maintain_test_schema!

MachineStalls.watch

RSpec.configure do |config|
  # The outermost hook: everything of an example is built anew (spec/support/machine_stalls.rb).
  config.around do |example|
    example.metadata[:machine] = MachineStalls.mark
    example.run
  end
  config.retry_count_condition = ->(example) { MachineStalls.attempts_for(example.example) }
  config.retry_callback = ->(_example) { MachineStalls.wait_for_calm }
  config.after(:suite) { puts MachineStalls.repeated }

  # Stand-ins of the quick rig, or of another, as they came.
  config.around(:each, :paddock) do |example|
    PaddockProcess.running(rig: example.metadata[:rig] || PaddockProcess::QUICK_RIG) do |paddock|
      @paddock = paddock
      example.run
    end
  end

  # Links write from threads of their own, so examples clean up instead of rolling back.
  config.use_transactional_fixtures = false
  config.infer_spec_type_from_file_location!
  config.filter_rails_from_backtrace!
  config.include Waiting
  config.include ApiCalls, type: :request
  config.include DriveFactory

  config.after do
    Link::Registry.close_all
    Project.destroy_all
    Sighting.delete_all
    OwnPart.delete_all
  end
end
