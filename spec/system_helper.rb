# frozen_string_literal: true

require "rails_helper"
require "capybara/rspec"
require "capybara/cuprite"

RSpec.configure do |config|
  config.include Technician, type: :interface
  config.include FactEntry, type: :interface
  config.include Capybara::DSL, type: :interface
  config.include Capybara::RSpecMatchers, type: :interface

  # Before the browser is reset: a picture and the logbook of what went wrong.
  config.after(:each, type: :interface) do |example|
    next unless example.exception
    picture = Rails.root.join("tmp/failures/#{example.description.parameterize}.png")
    FileUtils.mkdir_p(picture.dirname)
    save_screenshot(picture)
    puts @server.errors
    if @server.pid
      puts "#{picture} at #{page.current_url}",
           @server
             .get("/projects/1/logbook")
             .first(12)
             .map { |entry| entry.values_at("at", "drive_name", "headline", "detail").join(" | ") }
    end
  end

  # One paddock, one server and one demo project an example: nothing is shared but the browser.
  config.around(:each, type: :interface) do |example|
    PaddockProcess.running(rig: example.metadata[:rig] || PaddockProcess::QUICK_RIG, row: true) do |paddock|
      @paddock = paddock
      ServerProcess.running(
        paddock,
        by_itself: example.metadata[:by_itself] || false,
        fresh: example.metadata[:fresh] || false
      ) do |server|
        @server = server
        example.run
        Capybara.reset_sessions!
      end
    end
  end
end
