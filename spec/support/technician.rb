# frozen_string_literal: true

require "capybara"
require "capybara/cuprite"

# The real interface: Chromium against a real server process and a real paddock process.
BROWSER = {
  "no-sandbox" => nil,
  "disable-gpu" => nil,
  "disable-quic" => nil,
  "no-first-run" => nil,
  "disable-background-networking" => nil,
  "disable-component-update" => nil,
  "disable-sync" => nil,
  "disable-renderer-backgrounding" => nil,
  "disable-background-timer-throttling" => nil,
  "disable-backgrounding-occluded-windows" => nil
}.freeze

Capybara.register_driver(:gallop) do |app|
  Capybara::Cuprite::Driver.new(
    app,
    browser_path: ENV.fetch("CHROMIUM", "/usr/bin/chromium"),
    window_size: [1280, 800],
    browser_options: BROWSER.dup,
    timeout: 20,
    process_timeout: 30,
    js_errors: true
  )
end
Capybara.default_driver = :gallop
Capybara.javascript_driver = :gallop
Capybara.run_server = false
Capybara.default_max_wait_time = 20
Capybara.default_retry_interval = 0.05 if Capybara.respond_to?(:default_retry_interval=)
Capybara.enable_aria_label = true

# What a technician does, in the words of the interface.
module Technician
  PLATE = {
    "Carriage" => {
      "type" => "Kestrel 60-04",
      "rated_torque" => "1,27",
      "rated_speed" => "3000",
      "rated_current" => "2600 mA",
      "peak_current" => "7.8",
      "torque_constant" => "0.488",
      "line_resistance" => "3.1",
      "line_inductance" => "8.4",
      "rotor_inertia" => "0.29",
      "thermal_time" => "22",
      "top_speed" => "4500"
    },
    "Web feed" => {
      "type" => "Heron 90L-4",
      "rated_power" => "1,5 kW",
      "rated_voltage" => "400",
      "rated_current" => "3.3",
      "rated_frequency" => "50",
      "rated_speed" => "1425",
      "power_factor" => "0.79",
      "top_speed" => "1500"
    }
  }.freeze

  def press(pattern) = find("button:not([disabled])", text: pattern).click

  def open_project(server)
    visit "#{server.url}/"
    click_link "Saltgrass Textiles, print line 2", match: :first
    expect(page).to have_css("[data-drive]", minimum: 1)
  end

  def look_before_power(drive)
    open_stage(drive, "Power")
    boxes = all("[data-before-power] input[type=checkbox]", minimum: 6)
    boxes.each_with_index do |box, n|
      box.click
      expect(page).to have_css("[data-before-power='#{boxes.size - n - 1}']")
    end
    expect(page).to have_text("All looked at.")
  end

  def open_stage(drive, stage)
    unless page.has_css?("nav[aria-label='Course of #{drive}']", wait: 0)
      within("nav[aria-label='Drives']") { click_link drive }
    end
    within("nav[aria-label='Course of #{drive}']") do
      find("a:not([data-next])", text: /\A#{stage}/, match: :first).click
    end
    expect(page).to have_css("h1", text: stage) # the page before it has fields of the same names
  end

  def connect_drive(drive)
    within("nav[aria-label='Drives']") { click_link drive }
    expect(page).to have_css("h1", text: "Connect")
    click_button "Connect"
    expect(page).to have_css("[data-link=online]")
  end

  def fact(key, text)
    replace_text(find("#fact-#{key}"), text)
  end

  def replace_text(field, text)
    field.click
    field.execute_script("this.select()")
    field.send_keys(text.empty? ? :backspace : text, :enter)
  end

  def type_plate(drive) = PLATE.fetch(drive).each { |key, text| fact(key, text) }

  # A value as a page sets it, by one of its choices or by a figure: it is drafted then.
  def set(key, choice) = setting(key) { |row| row.find("select").select(choice) }
  def figure(key, text) = setting(key) { |row| replace_text(row.find("input"), text) }

  def setting(key)
    yield find("[data-setting='#{key}']")
    expect(page).to have_css("[data-setting='#{key}']", text: "live")
  end

  def write_all
    click_button "Review and write"
    press(/\AWrite \d+ to the drive/)
    expect(page).to have_css("[data-batch=done]")
    click_button "Close"
  end

  def restart_if_asked
    return unless page.has_text?(/waits? for a restart/, wait: 2)
    click_button "Open tray"
    click_button "Restart the drive"
    expect(page).to have_no_text(/waits? for a restart/)
    click_button "Close"
  end

  def store_all
    click_button "Review and store"
    press(/\AStore \d+ in the drive/)
    expect(page).to have_text("Stored, and read back.")
    click_button "Close"
  end

  # The way to a commissioned drive, without typing: the same calls that the page makes, from within the page.
  # @param facts [Hash{String => Hash}] by stage; the motor's nameplate alone where none are given
  def commission(drive, facts = nil)
    id = drive_id(drive)
    api("POST", "/drives/#{id}/link")
    wait_until("#{drive} online") { @server.get("/drives/#{id}").dig("link", "state") == "online" }
    facts ||= {
      "motor" => PLATE.fetch(drive).merge(drive == "Carriage" ? { "pole_pairs" => "5", "top_speed" => "3000" } : {})
    }
    facts.each do |stage, given|
      api("PUT", "/drives/#{id}/#{stage}", facts: given)
      proposed = @server.get("/drives/#{id}/#{stage}")["proposals"].any? { |line| line["state"] == "open" }
      api("POST", "/drives/#{id}/#{stage}/accept", {}) if proposed
    end
    api("POST", "/drives/#{id}/batches", keys: @server.get("/drives/#{id}/tray")["drafted"].pluck("key"))
  end

  def drive_id(name) = @server.get("/projects/1")["drives"].find { |drive| drive["name"] == name }["id"]

  def api(method, path, body = {})
    answer = page.evaluate_async_script(<<~JS, method, "/api#{path}", body.to_json)
      const [method, path, body, done] = arguments;
      const token = document.querySelector("meta[name=csrf-token]").content;
      fetch(path, { method, body, headers: { "content-type": "application/json", "X-CSRF-Token": token } })
        .then(async (response) => done({ status: response.status, text: await response.text() }));
    JS
    raise "#{method} #{path}: #{answer["text"]}" unless answer["status"] < 300
  end

  def take_reins_and_enable
    click_button "Take the reins"
    expect(page).to have_button("Let the reins go")
    click_button "Enable"
    expect(page).to have_button("Start")
  end

  def start_at(rpm)
    replace_text(find("input[aria-label='Speed set-point in rpm']"), rpm.to_s)
    press(/\AStart/)
  end

  def raise_gait(gait)
    find("[role=radiogroup][aria-label=Gait] button", text: gait).click
    click_button "Raise to #{gait}"
    expect(page).to have_css("[role=radio][aria-checked=true]", text: gait)
  end
end
