# frozen_string_literal: true

require "system_helper"

# Values: found, changed, settled, stored; what the drive holds is what is shown.
RSpec.describe "Values of a drive", type: :interface do
  def another_master(drive, values)
    client = Wire::Modbus.open("127.0.0.1", @paddock.port(drive))
    wire = Wire::Device.new(client, Wire::Identity.read(client).profile)
    values.each { |key, raw| wire.write(key, raw) }
    yield wire if block_given?
  ensure
    client&.close
  end

  def find_value(words)
    fill_in "Find a value", with: words
    expect(page).to have_css("[data-shown]", text: /\A\d+ of \d{3}/)
  end

  def draft(key, name, text)
    page.find("[data-value='#{key}'] [aria-label^='Draft of']").click
    field = page.find("[aria-label='New value of #{name}']")
    field.tag_name == "select" ? field.select(text) : replace_text(field, text)
    expect(page).to have_no_css("[aria-label='New value of #{name}']")
  end

  before do
    open_project(@server)
    connect_drive("Carriage")
  end

  it "that are a hazard are written only with a yes to each" do
    @server.insert_drafts(drive_id("Carriage"), "power_up.enable" => 1, "control.quick_stop_option" => 6)
    visit @server.url + current_path
    click_button "Review and write"
    press(/\AWrite 2 to the drive/)
    within("[role=alertdialog]") do
      expect(page).to have_text("Write 2 hazards to Carriage?")
      expect(page).to have_button("Yes, write all", disabled: true)
      find("[data-hazard='power_up.enable'] input").click
      expect(page).to have_button("Yes, write all", disabled: true)
      find("[data-hazard='control.quick_stop_option'] input").click
      click_button "Yes, write all"
    end
    expect(page).to have_css("[data-batch=done]")
  end

  it "are changed in any unit, three with a restart needed, written, stored and in force after the restart" do
    open_stage("Carriage", "Values")
    find_value("encoder lines")
    draft("feedback.counts_per_turn", "Counts a turn", "65536 counts")
    find_value("counting direction")
    draft("feedback.direction", "Counting direction", "Reversed")
    find_value("node number")
    draft("network.node", "Node number", "7")
    find_value("")
    find("button", text: "Needs restart").click
    expect(page).to have_css("[data-value]", count: 3)
    write_all
    expect(page).to have_css("[data-tray] + *", text: "3 wait for a restart")
    store_all
    click_button "Open tray"
    click_button "Restart the drive"
    expect(page).to have_no_button("Restart the drive", wait: 15)
    click_button "Close"
    expect(page).to have_no_css("[data-value]")
    another_master("Carriage", {}) do |wire|
      expect(wire.read_stored.slice("feedback.counts_per_turn", "feedback.direction", "network.node").values).to eq(
        [65_536, 1, 7]
      )
      expect(wire.read_one("storage.waiting_for_restart")).to eq(0)
    end
    click_link "Logbook"
    expect(page).to have_css("tr", text: "Restart confirmed")
  end

  it "explain themselves where they stand, keep what was typed wrong, and say what the drive made of them" do
    open_stage("Carriage", "Values")
    find_value("24707")
    expect(page).to have_css("[data-value]", count: 1)
    click_button "Acceleration"
    within("[data-pane='ramps.acceleration']") do
      expect(page).to have_text("Rate at which the speed rises").and have_text(
              "6083:00, decimal 24707:0"
            ).and have_text("Registers 1156 to 1157")
    end
    page.find("[data-value='ramps.acceleration'] [aria-label^='Draft of']").click
    field = page.find("[aria-label='New value of Acceleration']")
    replace_text(field, "0")
    expect(page).to have_css("[role=alert]", text: %r{0 rpm/s is outside 1 rpm/s})
    expect(field.value).to eq("0")
    replace_text(field, "4000")
    find_value("current loop bandwidth")
    draft("current_loop.bandwidth", "Current loop bandwidth", "777")
    click_button "Review and write"
    press(/\AWrite 2 to the drive/)
    expect(page).to have_css("[data-batch=done]", text: /780 Hz/)
    click_button "Close"
    click_button "Current loop bandwidth"
    expect(page).to have_css("[data-pane='current_loop.bandwidth']", text: "800 Hz → 780 Hz")
  end

  it "are settled line by line and all at once when project and drive differ on connecting" do
    click_button "Disconnect"
    expect(page).to have_css("[data-link=offline]")
    open_stage("Carriage", "Values")
    find_value("ramp down")
    draft("ramps.deceleration", "Deceleration", "7777")
    another_master("Carriage", { "ramps.acceleration" => 1111, "limits.motor_speed" => 2000 })
    open_stage("Carriage", "Connect")
    click_button "Connect"
    within("[data-differences='3']") do
      expect(page).to have_css("tr", text: %r{Acceleration.*changed by somebody else.*3.000 rpm/s.*1.111 rpm/s}m)
      click_button "Take Acceleration from the drive"
    end
    within("[data-differences='2']") { click_button "Keep all of the project, as draft" }
    expect(page).to have_no_css("[data-differences]")
    expect(page).to have_css("[data-tray]", text: "2 drafted, 2 not stored")
    write_all
    another_master("Carriage", {}) do |wire|
      expect(
        wire.read(
          [wire.profile["ramps.acceleration"], wire.profile["ramps.deceleration"], wire.profile["limits.motor_speed"]]
        ).values
      ).to eq([1111, 7777, 3000])
    end
  end

  it "scroll without a blank row, from the keyboard too" do
    open_stage("Carriage", "Values")
    expect(page).to have_css("[data-value]", minimum: 20)
    blank = page.evaluate_async_script(<<~JS)
      const done = arguments[0], frame = document.querySelector("[data-values]");
      let worst = 0, at = 0;
      const look = () => {
        const box = frame.getBoundingClientRect();
        const rows = [...frame.querySelectorAll("[data-value]")].map((row) => row.getBoundingClientRect()).filter((row) => row.bottom > box.top && row.top < box.bottom);
        const covered = rows.reduce((sum, row) => sum + Math.min(row.bottom, box.bottom) - Math.max(row.top, box.top), 0);
        worst = Math.max(worst, frame.clientHeight - covered);
        at += 400;
        frame.scrollTop = at;
        at < frame.scrollHeight ? requestAnimationFrame(() => requestAnimationFrame(look)) : done(worst);
      };
      look();
    JS
    expect(blank).to be < 27
    page.find("[data-values]").click
    page.find("[data-values]").send_keys(:down, :down, :enter)
    expect(page).to have_css("[data-pane]")
  end
end
