# frozen_string_literal: true

require "capybara/cuprite"
require "tmpdir"
require "capybara/dsl"
require "rspec/core"
require "rspec/matchers"
require "capybara/rspec"
RSpec::Expectations.configuration.syntax = :expect
require_relative "../spec/support/waiting"
require_relative "../spec/support/paddock_process"
require_relative "../spec/support/server_process"
require_relative "../spec/support/technician"

# bin/screenshots: the way of the README's first ten minutes, with a picture at each main view.
class Screenshots
  include Capybara::DSL
  include Capybara::RSpecMatchers
  include RSpec::Matchers
  include Waiting
  include Technician

  RIG = Rails.root.join("paddock/rigs/saltgrass.yml").to_s
  STEADY = 4 # s of live figures in the chart

  def initialize(directory)
    @directory = directory
  end

  def take_all
    PaddockProcess.running(rig: RIG, row: true) do |paddock|
      ServerProcess.running(paddock) do |server|
        @paddock = paddock
        @server = server
        visit server.url
        page.execute_script("localStorage.setItem('gallop.author', 'Robin')")
        walk
      rescue RSpec::Expectations::ExpectationNotMetError
        warn(
          *@server
            .get("/projects/1/logbook")
            .first(8)
            .map { |entry| entry.values_at("at", "headline", "detail").join(" | ") }
        )
        raise
      end
    end
  end

  private

  def walk
    projects_and_connect
    motor_and_tray
    mechanics
    verify
    identify
    tune
    terminals
    motion
    recorder
    faults
    records
  end

  def projects_and_connect
    commission("Web feed")
    open_project(@server)
    picture("project")
    connect_drive("Carriage")
    values_and_files
    finding_drives
    visit "#{@server.url}/"
    expect(page).to have_css("h1", text: "Projects")
    open_project(@server)
    within("nav[aria-label='Drives']") { click_link "Carriage" }
  end

  def values_and_files
    api("POST", "/drives/#{drive_id("Carriage")}/snapshots", name: "as delivered", note: "before anything was touched")
    open_stage("Carriage", "Values")
    {
      "ramps.acceleration" => "5000",
      "limits.motor_speed" => "4500",
      "power_up.enable" => "1",
      "network.node" => "3"
    }.each { |key, text| api("PUT", "/drives/#{drive_id("Carriage")}/values/#{key}", value: text) }
    fill_in "Find a value", with: "ramp"
    expect(page).to have_css("[data-value='ramps.acceleration']")
    click_button "Acceleration"
    expect(page).to have_css("[data-pane='ramps.acceleration']", text: "Travels")
    picture("values")
    visit "#{@server.url}/projects/1/drives/#{drive_id("Carriage")}/files"
    attach_file "DCF, EDS, CSV or JSON", settings_file
    expect(page).to have_css("[data-import]")
    picture("files")
    open_stage("Carriage", "Connect")
    expect(page).to have_css("[data-power-up]")
    picture("connect")
    drop_draft(drive_id("Carriage"))
  end

  def drop_draft(id) =
    @server.get("/drives/#{id}/tray")["drafted"].each do |line|
      api("DELETE", "/drives/#{id}/tray/lines/#{line["key"]}")
    end

  def settings_file
    File
      .join(Dir.mktmpdir, "line-2-carriage.csv")
      .tap do |path|
        File.write(
          path,
          "key,value,unit\nramps.acceleration,8000,rpm/s\nramps.deceleration,9000,rpm/s\nlimits.motor_speed,45000,rpm\nmotor.rated_current,2600,mA\nfan.speed,3,\n"
        )
      end
  end

  def finding_drives
    visit "#{@server.url}/projects/1/discovery"
    fill_in "Addresses and ports", with: @paddock.ports.values.map { |port| "127.0.0.1:#{port}" }.join(", ")
    click_button "Search"
    expect(page).to have_css("[data-sighting]", count: @paddock.ports.size)
    click_button "Its address does not fit this laptop", match: :first
    picture("discovery")
  end

  def motor_and_tray
    open_stage("Carriage", "Motor")
    type_plate("Carriage")
    fact("pole_pairs", "10")
    expect(page).to have_css("[data-severity=blocker]")
    click_button "Set to 5"
    press(/\ATake \d+ into the draft/)
    click_button "Review and write"
    expect(page).to have_button(text: /\AWrite \d+/)
    press(/\AWrite \d+ to the drive/)
    expect(page).to have_css("[data-batch=done]")
    click_button "Close"
    picture("motor")
  end

  def mechanics
    given = YAML.safe_load_file(Rails.root.join("spec/fixtures/saltgrass_facts.yml")).fetch("Carriage")
    given.except("motor").each { |stage, facts| api("PUT", "/drives/#{drive_id("Carriage")}/#{stage}", facts: facts) }
    {
      "feedback" => "[data-live-line=Count]",
      "mechanics" => "[data-sketch=belt]",
      "power" => "[data-chart=stop]",
      "limits" => "[data-chart=run]"
    }.each do |stage, sign|
      open_stage("Carriage", stage.capitalize)
      expect(page).to have_css(sign)
      picture(stage)
    end
  end

  def verify
    open_stage("Carriage", "Verify")
    take_reins_and_enable
    start_at(3000)
    settle(225)
    raise_gait("canter")
    click_button "Start"
    settle(2700)
    sleep STEADY # or it has not turned steadily for long enough to be looked at
    click_button "It went forward"
    expect(page).to have_css("[data-stage=verify][data-state=proven]")
    sleep STEADY
    picture("verify")
  end

  # Winding, turn by the field and by the loops, and what they found.
  def identify
    click_button "Stop"
    click_button "Disable"
    open_stage("Carriage", "Identify")
    within("[data-test=winding]") { click_button "Begin" }
    expect(page).to have_css("[data-proof][data-of=winding]", wait: 60)
    within("[data-test=open_turn]") do
      all("fieldset input[type=checkbox]").each(&:check)
      click_button "Begin"
    end
    expect(page).to have_css("[data-proof][data-of=open_turn]", wait: 90)
    within("[data-test=spin]") do
      all("fieldset input[type=checkbox]").each(&:check)
      click_button "Begin"
    end
    expect(page).to have_css("[data-proof][data-of=spin]", wait: 90)
    page.execute_script("document.querySelector('[data-test=spin]').scrollIntoView({ block: 'start' })")
    picture("identify")
  end

  # A step with the gains that it has, and a design for what was measured.
  def tune
    open_stage("Carriage", "Tune")
    within("[data-test=speed_step]") do
      all("fieldset input[type=checkbox]").each(&:check)
      click_button "Begin"
    end
    expect(page).to have_css("[data-try]", wait: 60)
    click_button "Design"
    expect(page).to have_css("[data-chart=gain]", text: "with the draft")
    expect(page).to have_css("footer", text: /[1-9]\d* drafted/)
    page.execute_script("document.querySelector('h1').scrollIntoView({ block: 'end' })")
    picture("tune")
    drive = drive_id("Carriage")
    drafted = @server.get("/drives/#{drive}/tuning")["fields"].select { |field| field["draft"] }
    drafted.each { |field| api("DELETE", "/drives/#{drive}/tray/lines/#{field["key"]}") }
    api("DELETE", "/drives/#{drive}/tray/lines/position_loop.gain")
  end

  # Contacts that start the web feed, as a draft that is dropped again.
  def terminals
    drive = drive_id("Web feed")
    wires = { 1 => "green button", 2 => "red button, opens", 3 => "selector, slow", 5 => "blue button" }
    functions = { 1 => 2, 2 => 4, 3 => 8, 5 => 6 }
    functions.each do |input, function|
      api("POST", "/drives/#{drive}/terminals/assign", input:, function:, other: "leave")
    end
    wires.each { |input, name| api("POST", "/drives/#{drive}/terminals/wire", terminal: "input_#{input}", name:) }
    values = {
      "network.command_source" => "Terminals",
      "network.reference_source" => "Analog input 1",
      "terminals.start_kind" => "Three wires",
      "terminals.input_2_polarity" => "Active when open",
      "terminals.analog_1_kind" => "4 to 20 mA",
      "terminals.analog_1_wire_break" => "Ignore",
      "presets.speed_1" => "450 rpm"
    }
    draft(drive, values)
    within("nav[aria-label='Drives']") { click_link "Web feed" }
    open_stage("Web feed", "Terminals")
    expect(page).to have_css("[data-starts]", text: "forward")
    find("[data-terminal=D3]").click
    go_round
    drop_draft(drive)
    within("nav[aria-label='Drives']") { click_link "Carriage" }
  end

  # The home switch of the carriage, its edge once found from either side.
  def motion
    drive = drive_id("Carriage")
    draft(
      drive,
      "terminals.input_4_function" => "Home switch",
      "terminals.input_5_function" => "Limit switch low",
      "terminals.input_6_function" => "Limit switch high",
      "homing.method" => "27",
      "homing.search_speed" => "600 rpm",
      "homing.index_speed" => "120 rpm"
    )
    open_stage("Carriage", "Motion")
    expect(page).to have_css("[data-switch=home]", text: "D4")
    picture("motion")
    drop_draft(drive)
  end

  def draft(drive, values) = values.each { |key, value| api("PATCH", "/drives/#{drive}/values/#{key}", value:) }

  # A round of the wires under way: two of them operated, one announced.
  def go_round
    within("[data-test=wire_round]") { click_button "Begin" }
    expect(page).to have_css("[data-tick=D1]")
    [1, 3].each do |input|
      [true, false].each do |on|
        @paddock.set("Web feed", "input_#{input}": on)
        sleep 0.2
      end
    end
    expect(page).to have_css("[data-tick][data-state=both]", count: 2)
    click_button "D5 is next"
    expect(page).to have_css("[data-tick=D5]", text: "is to move now")
    tall { picture("terminals") }
    click_button "That is all"
    expect(page).to have_no_css("[data-ticks]")
  end

  TALL = [1280, 1680].freeze

  # What does not fit the usual window.
  def tall
    page.current_window.resize_to(*TALL)
    sleep 0.5
    yield
    page.current_window.resize_to(1280, 800)
  end

  def settle(rpm) = wait_until("#{rpm} rpm") { (@paddock.shaft_speed("Carriage") - rpm).abs < 0.05 * rpm }

  # The theme is a class of the page: changing it by the button keeps the motor turning.
  def in_theme(theme)
    click_button "Change to the #{theme} theme"
    sleep 1
    yield
    click_button "Change to the light theme"
  end

  TESTED = 4 # traces that the tests of Identify have left

  # A move of before and after a higher gain, laid over each other.
  def recorder
    within("nav[aria-label='Course of Carriage']") { click_link "Recorder" }
    expect(page).to have_css("[data-summary]")
    find("[data-take] button", exact_text: "Change").click
    4.times { find("[aria-label='Signals that are recorded'] button", match: :first).click }
    ["Demanded position", "Actual position", "Following error", "Current, q", "Statusword"].each do |name|
      find("input[aria-label='Add a signal']").send_keys(name)
      find("[role=option]", text: /\A#{name}/, match: :first).click
    end
    select "for 2.05 s", from: "How long"
    find("[data-take] button", exact_text: "Done").click
    click_button "Enable for position"
    record_a_move(1)
    find("[data-trace] button", match: :first).click
    click_button "Keep as reference"
    api("PUT", "/drives/#{drive_id("Carriage")}/values/position_loop.gain", value: "60")
    find("[data-trace] button", match: :first).click
    write_all
    record_a_move(2)
    expect(page).to have_css("[data-differences] [data-key]")
    picture("recorder")
    click_button "Disable"
    open_stage("Carriage", "Verify")
    click_button "Enable"
    start_at(1000)
    settle(1000)
  end

  def record_a_move(count)
    click_button "Move and record"
    expect(page).to have_css("[data-traces='#{TESTED + count}']")
    expect(page).to have_css("[data-shown]", count: count)
    expect(page).to have_button("Move and record", disabled: false)
    sleep 1
  end

  def faults
    @paddock.set("Carriage", torque_off_b: false)
    expect(page).to have_css("[data-fault=FF10]")
    picture("fault")
    @paddock.set("Carriage", torque_off_b: true)
    click_button "Reset fault"
    expect(page).to have_no_css("[data-fault]")
  end

  def records
    click_link "Logbook"
    expect(page).to have_css("tr[data-kind=motion]")
    picture("logbook")
    visit "#{@server.url}/projects/1/paddock"
    expect(page).to have_css("[data-paddock=Carriage]")
    picture("paddock")
  end

  # What fades or slides has come to its end.
  STILL =
    "document.getAnimations().every((each) => each.playState !== 'running' || " \
      "each.effect.getComputedTiming().iterations === Infinity)"

  def picture(name)
    wait_until("a still page") { page.evaluate_script(STILL) }
    page.save_screenshot(@directory.join("#{name}.png"))
    puts name
  end
end
