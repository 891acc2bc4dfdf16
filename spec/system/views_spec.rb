# frozen_string_literal: true

require "system_helper"

RSpec.describe "The views", type: :interface do
  SIZES = { "light" => [1280, 800], "dark" => [820, 1180] }.freeze # in the nights each theme at both
  AXE = Rails.root.join("node_modules/axe-core/axe.min.js")

  # @return [Array<String>] what axe finds serious or critical
  def serious
    page.execute_script(AXE.read)
    found =
      page.evaluate_async_script(
        "const done = arguments[0]; axe.run(document, { resultTypes: ['violations'] }).then((result) => " \
          "done(result.violations));"
      )
    found
      .select { |violation| %w[serious critical].include?(violation["impact"]) }
      .map do |violation|
        "#{page.current_path}: #{violation["id"]}: " \
          "#{violation["nodes"].first(2).map { |node| node["html"].first(160) }.join(" | ")}"
      end
  end

  def views(project, drive)
    {
      "/" => "Projects",
      "/projects/#{project}" => "Saltgrass",
      "/projects/#{project}/drives/#{drive}/connect" => "Connect",
      "/projects/#{project}/drives/#{drive}/values?value=control.status" => "Values",
      "/projects/#{project}/drives/#{drive}/compare" => "Compare",
      "/projects/#{project}/drives/#{drive}/recorder?show=1,2" => "Recorder",
      "/projects/#{project}/drives/#{drive}/files" => "Files and snapshots",
      "/projects/#{project}/discovery" => "Find drives",
      **Gallop::Stages.all.to_h { |stage| ["/projects/#{project}/drives/#{drive}/#{stage.id}", stage.title] },
      "/projects/#{project}/logbook" => "Logbook",
      "/projects/#{project}/paddock" => "Paddock",
      "/nowhere" => "Nothing here"
    }
  end

  Chance
    .pick(%w[light dark], "themes")
    .each do |theme|
      it "have nothing serious for axe in the #{theme} theme" do
        visit @server.url
        page.execute_script("localStorage.setItem('gallop.theme', '#{theme}')")
        commission("Carriage")
        prepare_for_looking(drive_id("Carriage"))
        found =
          (Chance.long? ? SIZES.values : [SIZES.fetch(theme)]).flat_map do |width, height|
            page.driver.resize(width, height)
            views(1, drive_id("Carriage")).flat_map do |path, title|
              visit @server.url + path
              expect(page).to have_css("h1", text: title)
              expect(page).to have_css("[data-pane]", minimum: 2) if title == "Recorder"
              expect(page.evaluate_script("document.documentElement.scrollWidth")).to be <= width
              serious
            end
          end
        expect(found.uniq.join("\n")).to eq("")
      end
    end

  # Something to see in each view: drafts with a hazard and a finding, a snapshot, a reviewed file, differences,
  # drives that were found.
  def prepare_for_looking(id)
    { "power_up.enable" => "1", "supply.chopper_level" => "400", "network.node" => "4" }.each do |key, text|
      api("PUT", "/drives/#{id}/values/#{key}", value: text)
    end
    api(
      "PUT",
      "/drives/#{id}/mechanics",
      facts: {
        mechanism: "screw",
        lead: "10",
        load_mass: "40",
        slope: "90",
        speed: "20",
        acceleration: "2",
        stroke: "300",
        unit: "µm"
      }
    )
    api("PUT", "/drives/#{id}/power", facts: { mains_voltage: "230", resistor: "90", stop_time: "0.1" })
    api(
      "PUT",
      "/drives/#{id}/feedback",
      facts: {
        device: "incremental",
        lines: "2500",
        index: "no",
        signal: "single_ended",
        cable: "12"
      }
    )
    api(
      "PUT",
      "/drives/#{id}/limits",
      facts: {
        direction: "forward",
        ramp_time: "0.01",
        travel_low: "0",
        travel_high: "100"
      }
    )
    api("POST", "/drives/#{id}/snapshots", name: "as delivered")
    api(
      "POST",
      "/drives/#{id}/imports",
      name: "x.csv",
      content: Base64.strict_encode64("key,value\nramps.acceleration,1\nno.such,1\n")
    )
    2.times { |n| api("POST", "/drives/#{id}/trace_files", trace_from_elsewhere(n)) }
    api("POST", "/discovery", places: @paddock.ports.values.map { |port| "127.0.0.1:#{port}" }.join(","))
    api("DELETE", "/drives/#{id}/link")
    api("POST", "/drives/#{id}/link")
    wait_until("differences") { @server.get("/drives/#{id}")["differences"].any? }
  end

  def trace_from_elsewhere(number)
    rows = Array.new(40) { |n| "#{n},#{n * number},#{n % 7}\n" }.join
    {
      name: "a rather long name of a trace that somebody has taken elsewhere #{number}.csv",
      content: Base64.strict_encode64(rows),
      time: 0,
      time_unit: "ms",
      signals: [{ column: 1, name: "Speed", unit: "rpm" }, { column: 2, name: "Current", unit: "A" }]
    }
  end

  it "show an empty project with a next step" do
    visit @server.url
    fill_in "Name", with: "A new line"
    click_button "Create project"
    expect(page).to have_text("No drives yet. Add the first one at the right")
    fill_in "Name", with: "Carriage"
    fill_in "Port", with: "99999"
    click_button "Add drive"
    expect(page).to have_text("Port must be in 1..65535")
    fill_in "Port", with: @paddock.port("Carriage").to_s
    click_button "Add drive"
    expect(page).to have_css("[data-drive=Carriage]", text: "offline")
  end

  it "show a lost connection within a second, greyed, and come back by themselves" do
    visit @server.url
    commission("Carriage")
    open_project(@server)
    within("nav[aria-label='Drives']") { click_link "Carriage" }
    expect(page).to have_css("[data-link=online]")
    @paddock.set("Carriage", cable: false)
    expect(page).to have_css("[data-link=lost]", wait: 1.5)
    expect(page).to have_css("[data-live='bus.voltage'][title^=Stale]")
    @paddock.set("Carriage", cable: true)
    expect(page).to have_css("[data-link=online]")
  end

  it "find values, stages and faults by any word, and light the row" do
    visit @server.url
    commission("Carriage")
    open_project(@server)
    within("nav[aria-label='Drives']") { click_link "Carriage" }
    expect(page).to have_css("h1", text: "Connect")
    {
      "accel" => %w[ramps.acceleration 6083:00],
      "overspeed" => %w[monitors.over_speed 2500:01],
      "24666" => %w[control.quick_stop_option 605A:00],
      "0x6080" => %w[limits.motor_speed 6080:00]
    }.each do |words, (key, address)|
      find("h1").click
      page.driver.browser.keyboard.type("/")
      find("input[aria-label=Find]").send_keys(words)
      expect(page).to have_css("[role=option][data-highlighted]", text: address)
      find("input[aria-label=Find]").send_keys(:enter)
      expect(page).to have_css("[data-value='#{key}'][aria-selected=true]")
    end
    page.driver.browser.keyboard.type("/")
    find("input[aria-label=Find]").send_keys("8611")
    expect(page).to have_css("[role=option][data-highlighted]", text: "Following error")
    find("input[aria-label=Find]").send_keys(:enter)
    expect(page).to have_css("details[open]", text: "stayed outside the following error window")
  end

  it "explain a fault and reset it once its cause is gone" do
    visit @server.url
    commission("Carriage")
    open_project(@server)
    within("nav[aria-label='Drives']") { click_link "Carriage" }
    open_stage("Carriage", "Verify")
    take_reins_and_enable
    @paddock.set("Carriage", torque_off_a: false)
    within("[data-fault=FF10]") do
      expect(page).to have_text("A torque-off input opened while operation was enabled")
      expect(page).to have_text("Emergency stop or guard opened")
      click_button "Reset fault"
    end
    expect(page).to have_text("FF10 Torque-off input opened cannot be reset yet: its cause is still there.")
    @paddock.set("Carriage", torque_off_a: true)
    click_button "Reset fault"
    expect(page).to have_no_css("[data-fault]")
    expect(page).to have_css("summary", text: "FF10")
  end
end
