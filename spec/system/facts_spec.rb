# frozen_string_literal: true

require "system_helper"

# From the nameplate to a drive that holds it all, through the real interface: a servo with screw and brake, a
# frequency drive, a battery drive, a linear motor; of the two that are typed field by field one by chance in the daily
# run.
RSpec.describe "Entering what is there", type: :interface, rig: Rails.root.join("paddock/rigs/saltgrass.yml").to_s do
  facts = YAML.safe_load_file(Rails.root.join("spec/fixtures/saltgrass_facts.yml"))
  typed = Chance.pick(%i[lift squeegee], "machines that are typed")
  before { visit @server.url and open_project(@server) }

  define_method(:enter) { |drive| enter_facts(drive, facts.fetch(drive)) }

  # Typed field by field in the nights, and by the same calls that the page makes in the daily run.
  define_method(:have_entered) do |drive|
    next enter(drive) if Chance.long?
    commission(drive, facts.fetch(drive))
    open_stage(drive, "Limits")
    expect(page).to have_css("h1", text: "Limits")
  end

  it "brings the head lift with screw and brake to complete facts, and notices exchanged channels by hand",
     if: typed.include?(:lift) do
    enter("Head lift")
    expect(page).to have_css("[data-chart=run]")
    write_all
    store_all
    id = drive_id("Head lift")
    api("POST", "/drives/#{id}/restart") if @server.get("/drives/#{id}/tray")["waiting_for_restart"].to_i.positive?
    wait_until("all in the drive") do
      @server.get("/drives/#{id}")["stages"]
        .select { |stage| FactEntry::TITLES.key?(stage["id"]) }
        .all? { |stage| stage["note"] == "in the drive" || stage["note"] == "1 caution" }
    end
    @paddock.set("Head lift", channels_exchanged: true, brake_lifted: true)
    open_stage("Head lift", "Feedback")
    expect(page).to have_css("[data-live-line='Halls C B A']")
    click_button "Begin a turn by hand"
    @paddock.set("Head lift", hand_turn: 1)
    wait_until("the hand's way") { !@paddock.see("Head lift")["turning_by_hand"] }
    click_button "Turned: judge it"
    expect(page).to have_css(
      "[data-of=hand_turn][data-proof=failed] [data-severity=blocker]",
      text: "The count falls while the halls run forward"
    )
    expect(page).to have_text("Exchange A with B")
    @paddock.set("Head lift", channels_exchanged: false)
    click_button "Begin a turn by hand"
    leave_and_come_back
    click_button "Begin a turn by hand"
    @paddock.set("Head lift", hand_turn: 1)
    wait_until("the hand's way") { !@paddock.see("Head lift")["turning_by_hand"] }
    click_button "Turned: judge it"
    expect(page).to have_css("[data-of=hand_turn][data-proof=proven]")
  end

  # A test is shown on every page, whatever becomes of the one that began it.
  def leave_and_come_back
    open_stage("Head lift", "Motor")
    expect(page).to have_css("[data-run-line=running]", text: "Head lift: Counts a turn")
    visit current_url
    expect(page).to have_css("[data-run-line=running]", text: "Turn the shaft now")
    find("h1").click
    page.driver.browser.keyboard.type(:Escape)
    expect(page).to have_no_css("[data-run-line]")
    open_stage("Head lift", "Feedback")
    expect(page).to have_css("[data-run=aborted]")
  end

  it "brings the web feed to complete facts, and says in hertz what its gearbox does not stand" do
    have_entered("Web feed")
    give("highest_frequency", "62")
    expect(page).to have_css(
      "[data-severity=blocker],[data-severity=caution]",
      text: /62.00.Hz is 1.860.rpm on this motor; the motor allows 1.500.rpm/
    )
    give("highest_frequency", "")
    write_all if Chance.long?
    store_all
    expect(page).to have_css("[data-stage=limits][data-state=settled]")
    expect(page).to have_css("[data-stage=mechanics][data-state=settled]")
  end

  it "brings the battery tug to complete facts, and shows its window" do
    have_entered("Roll tug")
    write_all if Chance.long?
    open_stage("Roll tug", "Power")
    expect(page).to have_css("[data-chart=window]")
    expect(find("[data-consequence=voltage_window]")).to have_text("46.8")
    expect(page).to have_css("[data-stage=power][data-state=settled]")
  end

  it "brings the squeegee to complete facts in millimetres and newtons, and moves it", if: typed.include?(:squeegee) do
    enter("Squeegee")
    open_stage("Squeegee", "Feedback")
    expect(find("[data-table=wiring]")).to have_text("Clock−").and(have_text("E13"))
    write_all
    store_all
    restart_if_asked
    open_stage("Squeegee", "Verify")
    take_reins_and_enable
    replace_text(find("input[aria-label='Speed set-point in mm/s']"), "2000")
    press(/\AStart/)
    expect(page).to have_css("[data-held=true]", text: "walk allows 5 % of the speed limit of 2\u2009000 mm/s")
    wait_until("100 mm/s up the slope") { (@paddock.shaft_speed("Squeegee") - 100).abs < 3 }
    expect(find("[data-live='speed.actual']")).to have_text("mm/s")
  end
end
