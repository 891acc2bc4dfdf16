# frozen_string_literal: true

require "system_helper"

# Losing the browser, the server or the cable stops the motor. Measured at the stand-in, at several moments of a run.
RSpec.describe "The dead-man", :real_time, type: :interface do
  longest = Hash.new(1.0).merge("the page hangs" => 1.5) # s to rest
  rated = { "Carriage" => 3000, "Web feed" => 1425 }

  # Ready to turn at full speed, in a tab of its own.
  def enabled(drive)
    tab = open_new_window
    switch_to_window(tab)
    open_project(@server)
    open_stage(drive, "Verify") if page.has_css?("nav[aria-label='Drives']", wait: 3)
    take_reins_and_enable
    raise_gait("gallop") unless page.has_css?("[role=radio][aria-checked=true]", text: "gallop", wait: 1)
    tab
  end

  moments = {
    "while it speeds up" => ->(spec, drive, rpm) do
      spec.start_at(rpm) && spec.wait_until("a third of the speed") { spec.speed(drive) > rpm / 3.0 }
    end,
    "at rated speed" => ->(spec, drive, rpm) do
      spec.start_at(rpm) && spec.wait_until("rated speed") { spec.speed(drive) > rpm * 0.97 }
    end,
    "while it reverses" =>
      lambda do |spec, drive, rpm|
        spec.start_at(rpm)
        spec.wait_until("rated speed") { spec.speed(drive) > rpm * 0.97 }
        spec.find("[role=radio]", text: "Backward").click
        spec.click_button "Start backward"
        spec.wait_until("going backward") { spec.speed(drive) < -rpm / 4.0 }
      end
  }

  # three seconds in which the page does nothing, not even end
  hanging = "setTimeout(() => { const end = performance.now() + 3000; while (performance.now() < end); }, 0)"

  # what is lost => [ how, and how it comes back ]
  losses = {
    "the tab is closed" => [->(spec, tab, _) { spec.close_tab(tab) }, ->(_, _) {}],
    "the server is killed" => [->(spec, _, _) { spec.server.kill("KILL") }, ->(spec, _) { spec.server.start }],
    "the cable is pulled" => [
      ->(spec, _, drive) { spec.paddock.set(drive, cable: false) },
      ->(spec, drive) { spec.paddock.set(drive, cable: true) }
    ],
    "the browser loses its network" => [
      ->(spec, _, _) { spec.page.driver.browser.network.offline_mode },
      ->(spec, _) { spec.page.driver.browser.network.emulate_network_conditions }
    ],
    "the page hangs" => [->(spec, _, _) { spec.execute_script(hanging) }, ->(_, _) {}]
  }

  attr_reader :server, :paddock

  def speed(drive) = paddock.shaft_speed(drive)

  def close_tab(tab)
    switch_to_window(windows.first)
    tab.close
  end

  losses.each do |loss, (lose, regain)|
    # In the nights both drives.
    Chance
      .pick(rated.to_a, loss)
      .each do |drive, rpm|
        it "stops #{drive} within a second when #{loss}", :aggregate_failures do
          visit server.url
          commission(drive)
          Chance
            .pick(moments, "#{drive} #{loss}")
            .each do |moment, reach|
              tab = enabled(drive)
              reach.call(self, drive, rpm)
              lose.call(self, tab, drive)
              seconds = paddock.seconds_to_rest(drive)
              puts "#{drive}, #{loss} #{moment}: #{seconds.round(2)} s" if ENV.key?("GALLOP_VERBOSE")
              expect(seconds).to be < longest[loss], "#{moment}: #{seconds.round(2)} s"
              regain.call(self, drive)
              close_tab(tab) if windows.size > 1
              recover(drive)
            end
        end
      end
  end

  # A drive that stopped by its watchdog wants its fault reset.
  def recover(drive)
    visit server.url
    id = drive_id(drive)
    wait_until("the link is back") { server.get("/drives/#{id}").dig("link", "state") == "online" }
    api("POST", "/drives/#{id}/faults/reset") if server.get("/drives/#{id}/faults")["present"]
    wait_until("reins free") do
      server.get("/drives/#{id}").then { |state| state.dig("reins", "holder").nil? && !state["armed"] }
    end
  end
end
