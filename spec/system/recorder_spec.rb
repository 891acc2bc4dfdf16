# frozen_string_literal: true

require "system_helper"

# Demand against actual, one thing changed, recorded again, and laid over each other.
RSpec.describe "The recorder", type: :interface do
  def open_recorder
    within("nav[aria-label='Course of Carriage']") { click_link "Recorder" }
    expect(page).to have_css("[data-summary]")
  end

  def take_instead(*names)
    find("[data-take] button", exact_text: "Change").click
    all("[aria-label='Signals that are recorded'] button").size.times do
      find("[aria-label='Signals that are recorded'] button", match: :first).click
    end
    names.each do |name|
      find("input[aria-label='Add a signal']").send_keys(name)
      find("[role=option]", text: /\A#{name}/, match: :first).click
    end
    select "for 2.05 s", from: "How long"
    find("[data-take] button", exact_text: "Done").click
  end

  def move_and_record(count)
    click_button "Move and record"
    expect(page).to have_css("[data-traces='#{count}']", wait: 20)
    expect(page).to have_css("[data-pane]")
    expect(page).to have_button("Move and record", disabled: false, wait: 20)
  end

  def raise_position_gain
    open_stage("Carriage", "Values")
    fill_in "Find a value", with: "position loop gain"
    find("[data-value='position_loop.gain'] [aria-label^='Draft of']").click
    replace_text(find("[aria-label='New value of Position loop gain']"), "60")
    write_all
  end

  it "shows what a higher position gain has changed, in figures and in settings" do
    open_project(@server)
    commission("Carriage")
    within("nav[aria-label='Drives']") { click_link "Carriage" }
    open_recorder
    take_instead("Demanded position", "Actual position", "Following error")
    click_button "Take the reins"
    click_button "Enable for position"
    expect(page).to have_css("[data-announcement]", text: "moves by 65\u2009536 counts (0.50 turns) at up to 150 rpm")
    move_and_record(1)
    expect(page).to have_css("[data-figures] [data-signal='position.following_error']")
    find("[data-trace] button", match: :first).click
    click_button "Keep as reference"
    expect(page).to have_css("[data-trace]", text: "Reference:")

    raise_position_gain
    open_recorder
    move_and_record(2)
    expect(page).to have_css("[data-shown]", count: 2)
    within("[data-differences]") do
      expect(page).to have_css("[data-key]", count: 1)
      expect(find("[data-key='position_loop.gain']")).to have_text(/Position loop gain\s60.0 1.s\s30.0 1.s/)
      %w[rms peak].each do |figure|
        after, before =
          find("[data-line='Actual position, error, #{figure}']").all(".figure").first(2).map { |cell| cell.text.to_f }
        expect(after).to be < before * 0.95
      end
    end

    shown = all("[data-shown]").map { |chip| chip["data-shown"] }
    visit current_url
    expect(page).to have_css("[data-shown]", count: 2)
    expect(all("[data-shown]").map { |chip| chip["data-shown"] }).to eq(shown)
  end

  it "opens as a drawer on any page, and fetches what came before a fault with its cause" do
    open_project(@server)
    connect_drive("Carriage")
    open_stage("Carriage", "Connect")
    find("h1").click
    page.driver.browser.keyboard.type("r")
    within("[data-drawer]") do
      click_button "Record"
      expect(page).to have_css("[data-pane]", wait: 20)
    end
    find("h1").click
    page.driver.browser.keyboard.type("r")
    expect(page).to have_no_css("[data-drawer]")
    @paddock.set("Carriage", encoder_power: false)
    expect(page).to have_css("[data-fault='7305'] [data-explanation=decided]", text: "Feedback disturbed", wait: 20)
    click_link "What came before it"
    expect(page).to have_css("[data-recorder] [data-pane]", minimum: 3)
    click_link "Logbook"
    expect(page).to have_css("tr[data-kind=fault]", text: "What came before it")
  end
end
