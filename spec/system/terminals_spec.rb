# frozen_string_literal: true

require "system_helper"

# A drive that is wired: three-wire start, presets, a reference by current, and a relay, set through the page and proven
# by its contacts.
RSpec.describe "Terminals", type: :interface do
  before do
    open_project(@server)
    commission("Web feed")
    open_stage("Web feed", "Terminals")
  end

  def choose(terminal, function)
    find("[data-terminal=#{terminal}]").click
    select function, from: "Function of #{terminal}"
    expect(page).to have_css("[data-terminal=#{terminal}]", text: function)
  end

  def station(name) = find("[data-station='#{name}']").text
  def push(input)
    [true, false].each do |on|
      @paddock.set("Web feed", "input_#{input}": on)
      @paddock.let_pass("Web feed", 0.1)
    end
  end

  # Steadily, not on its way to somewhere else.
  def turns(rpm)
    near = -> { (@paddock.shaft_speed("Web feed") - rpm).abs < 25 }
    wait_until("#{rpm} rpm") { near.call && sleep(0.3) && near.call }
  end

  def rests = wait_until("rest") { @paddock.shaft_speed("Web feed").abs < 1 }

  def wire_up
    choose("D1", "Start forward")
    expect(page).to have_text("D1 is to start the motor, and the network commands it")
    choose("D2", "Stop")
    choose("D3", "Preset bit 1")
    choose("D4", "Fault reset")
    find("[data-terminal=D5]").click
    select "Fault reset", from: "Function of D5"
    expect(page).to have_text("“Fault reset” is on D4 now.")
    click_button "Move it here"
    expect(page).to have_css("[data-terminal=D5]", text: "Fault reset").and(
      have_css("[data-terminal=D4]", text: "None")
    )
    choose("D4", "Preset bit 2")
    find("[data-terminal=D5]").click
    replace_text(find("input[aria-label='Other end of the wire of D5']"), "blue button")
    expect(page).to have_css("[data-terminal=D5]", text: "blue button")

    within("[data-access=D5]") do
      find("summary").click
      expect(page).to have_text("blue_button := (DigitalInputs AND DWORD#16#0040_0000) <> 0;")
      replace_text(find("input[aria-label='Speed of the product']"), "2")
      expect(page).to have_css("[data-delay]", text: /after the contact.*gone on by 32.0.mm/)
    end
    find("[data-sheet] summary").click
    expect(page).to have_css("[data-table=wiring_sheet] tr", text: /blue button.*D5.*Fault reset/)
    find("[data-sheet] summary").click

    set("network.command_source", "Terminals")
    set("terminals.start_kind", "Three wires")
    set("network.reference_source", "Analog input 1")
    figure("presets.speed_1", "600")
    figure("presets.speed_2", "900")
    find("[data-terminal=A1]").click
    set("terminals.analog_1_kind", "4 to 20 mA")
    set("terminals.analog_1_wire_break", "Fault")
    find("[data-terminal=R1]").click
    select "Fault", from: "Function of R1"
    expect(page).to have_css("[data-terminal=R1]", text: "Fault")
    sentence = "forward, at the preset by D3 and D4, else as analog input 1 asks."
    expect(page).to have_text("Closing D1 while D2 is open: #{sentence}")
    expect(page).to have_text("As the drive has it now")
    click_button "Try D1"
    expect(page).to have_css("[data-foreseen]", text: "Runs forward at 0 rpm, as analog input 1 asks")
    replace_text(find("input[aria-label='Try A1, in volts']"), "6")
    expect(page).to have_css("[data-foreseen]", text: "Runs forward at 750 rpm")
    click_button "Try D2"
    expect(page).to have_css("[data-foreseen]", text: /Comes to rest in \d/)

    @paddock.set("Web feed", analog_1: 2.0) # or it starts with a broken wire
    open_stage("Web feed", "Limits")
    give("lowest_frequency", "12")
    give("highest_frequency", "42")
    expect(page).to have_css("[data-proposal='limits.highest_speed']", text: /1.260/)
    take_proposals
    click_button "Review and write"
    press(/\AWrite \d+ to the drive/)
    expect(page).to have_text(/Write \d hazards to Web feed\?/)
    all("[role=alertdialog] input[type=checkbox], [role=dialog] input[type=checkbox]", minimum: 2).each(&:check)
    click_button "Yes, write all"
    expect(page).to have_css("[data-batch=done]")
    click_button "Close"
    store_all
    restart_if_asked
    open_stage("Web feed", "Terminals")
    expect(page).to have_text("At a reference of zero the motor keeps 360 rpm until it is stopped")
  end

  def prove_the_wires
    within("[data-test=wire_round]") do
      click_button "Begin"
      expect(page).to have_css("[data-tick=D1][data-state=none]")
      click_button "D3 is next"
      expect(page).to have_css("[data-tick=D3]", text: "is to move now")
      [3, 1, 2, 4].each { |input| push(input) }
      expect(page).to have_css("[data-tick][data-state=both]", count: 4)
      push(5)
      expect(page).to have_css("[data-proof=proven]", text: "both states")
    end
    within("[data-test=analog_sweep]") do
      click_button "Begin"
      expect(page).to have_css("[data-signal=A1]", text: "2.0")
      [*(0..16).map { |n| 2.0 + n / 2.0 }, 10.0, 10.0, 10.0].each do |volts|
        @paddock.set("Web feed", analog_1: volts)
        sleep 0.1
      end
      @paddock.set("Web feed", analog_1_connected: false)
      sleep 0.3
      @paddock.set("Web feed", analog_1_connected: true, analog_1: 2.0)
      click_button "From end to end, done"
      expect(page).to have_css("[data-proof=proven]", text: /(3\.9|4\.0)\d mA to (19\.9|20\.0)\d mA/)
      expect(page).to have_text("seen; it does: Fault")
    end
    expect(page).to have_css("[data-stage=terminals]", text: /caution|proven/)
  end

  it "are wired, proven by the operator's box, and do what the page says" do
    wire_up
    prove_the_wires
    prove_the_window
    run_by_contacts
    hold_to_the_gait
  end

  # 12 Hz are 360 rpm, 42 Hz 1,260 rpm.
  def prove_the_window
    within("[data-test=window_proof]") { click_button "Begin" }
    expect(page).to have_button("Both ends were steady: done")
    push(1)
    turns(360)
    sleep 1
    @paddock.set("Web feed", analog_1: 10.0)
    turns(1260)
    sleep 1
    click_button "Both ends were steady: done"
    within("[data-test=window_proof]") do
      expect(page).to have_css("[data-proof=proven]", text: /3[56]\d.rpm seen, 360.rpm expected/)
      expect(page).to have_text(/1.2[56]\d.rpm seen, 1.260.rpm expected/)
    end
    @paddock.set("Web feed", analog_1: 2.0)
    turns(360)
  end

  def run_by_contacts
    expect(station("Source")).to match(/Analog input 1/)
    expect(station("Start at the drive")).to match(/forward/)
    @paddock.set("Web feed", analog_1: 10.0)
    turns(1260)
    @paddock.set("Web feed", input_4: true)
    expect(page).to have_css("[data-preset='2'][data-in-force=true]")
    expect(page).to have_css("[data-terminal=D4][data-on='1']")
    turns(900)
    @paddock.set("Web feed", input_4: false, analog_1: 2.0)
    turns(360)
    push(2)
    rests
    push(1)
    turns(360)
    @paddock.set("Web feed", analog_1_connected: false)
    rests
    expect(page).to have_css("[data-fault=FF42]", text: "Reference lost")
    expect(@paddock.see("Web feed")["box"]["lamps"]).to eq([true, false, false])
    expect(page).to have_css("[data-terminal=R1][data-on='1']")
    @paddock.set("Web feed", analog_1_connected: true)
    push(5)
    expect(page).to have_no_css("[data-fault]")
    expect(@paddock.shaft_speed("Web feed").abs).to be < 1
  end

  # Walk is a twentieth, and below the lowest speed.
  def hold_to_the_gait
    click_button "Take the reins"
    expect(page).to have_css("[data-watch=held]", text: "Contacts start this motor, held to walk")
    push(1)
    wait_until("walk") { (@paddock.shaft_speed("Web feed") - 75).abs < 8 }
    push(2)
    wait_until("rest") { @paddock.shaft_speed("Web feed").abs < 1 }
    click_button "Lift the gait"
    click_button "Lift it"
    expect(page).to have_css("[data-watch=free]", text: "held to no gait")

    open_stage("Web feed", "Verify")
    expect(page).to have_text("Its terminals or keys start and stop the drive")
  end
end
