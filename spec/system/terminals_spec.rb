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

  def set(key, choice)
    within("[data-setting='#{key}']") { find("select").select(choice) }
    expect(page).to have_css("[data-setting='#{key}']", text: "live")
  end

  def figure(key, text)
    replace_text(find("[data-setting='#{key}'] input"), text)
    expect(page).to have_css("[data-setting='#{key}']", text: "live")
  end

  def station(name) = find("[data-station='#{name}']").text
  def push(input)
    @paddock.set("Web feed", **{ "input_#{input}": true })
    sleep 0.15
    @paddock.set("Web feed", **{ "input_#{input}": false })
  end

  it "are wired for three-wire start, presets and a current, and do what the page says" do
    save_screenshot("/tmp/term0.png") if ENV["SHOT"]
    choose("D1", "Start forward")
    expect(page).to have_text("D1 is to start the motor, and the network commands it")
    choose("D2", "Stop")
    choose("D3", "Preset bit 1")
    choose("D4", "Fault reset")
    select "Fault reset", from: "Function of D4"
    find("[data-terminal=D5]").click
    select "Fault reset", from: "Function of D5"
    expect(page).to have_text("“Fault reset” is on D4 now.")
    click_button "Move it here"
    expect(page).to have_css("[data-terminal=D5]", text: "Fault reset").and(
      have_css("[data-terminal=D4]", text: "None")
    )
    replace_text(find("input[aria-label='Other end of the wire of D5']"), "blue button")
    expect(page).to have_css("[data-terminal=D5]", text: "blue button")

    set("network.command_source", "Terminals")
    set("terminals.start_kind", "Three wires")
    set("network.reference_source", "Analog input 1")
    figure("presets.speed_1", "600")
    find("[data-terminal=A1]").click
    set("terminals.analog_1_wire_break", "Fault")
    find("[data-terminal=R1]").click
    select "Fault", from: "Function of R1"
    expect(page).to have_css("[data-terminal=R1]", text: "Fault")
    expect(page).to have_text("Closing D1 while D2 is open: forward, at the preset by D3, else as analog input 1 asks.")
    expect(page).to have_text("As the drive has it now")
    click_button "Try D1"
    expect(page).to have_css("[data-foreseen]", text: "Runs forward at 0 rpm, as analog input 1 asks")
    replace_text(find("input[aria-label='Try A1, in volts']"), "5")
    expect(page).to have_css("[data-foreseen]", text: "Runs forward at 750 rpm")
    click_button "Try D2"
    expect(page).to have_css("[data-foreseen]", text: /Comes to rest in \d/)
    save_screenshot("/tmp/term1.png") if ENV["SHOT"]

    click_button "Review and write"
    press(/\AWrite \d+ to the drive/)
    expect(page).to have_text("Write 2 hazards to Web feed?")
    all("[role=alertdialog] input[type=checkbox], [role=dialog] input[type=checkbox]", minimum: 2).each(&:check)
    click_button "Yes, write all"
    expect(page).to have_css("[data-batch=done]")
    click_button "Close"

    @paddock.set("Web feed", analog_1: 5.0)
    push(1)
    wait_until("half of the speed") { (@paddock.shaft_speed("Web feed") - 750).abs < 20 }
    expect(station("Source")).to match(/Analog input 1/)
    expect(station("Start by contacts")).to match(/forward/)
    @paddock.set("Web feed", input_3: true)
    expect(page).to have_css("[data-preset='1'][data-in-force=true]")
    expect(page).to have_css("[data-terminal=D3][data-on='1']")
    wait_until("the preset") { (@paddock.shaft_speed("Web feed") - 600).abs < 15 }
    save_screenshot("/tmp/term2.png") if ENV["SHOT"]
    push(2)
    wait_until("rest") { @paddock.shaft_speed("Web feed").abs < 1 }

    click_button "Take the reins"
    expect(page).to have_css("[data-watch=held]", text: "What contacts start is held to walk")
    push(1)
    wait_until("walk") { (@paddock.shaft_speed("Web feed") - 75).abs < 8 }
    save_screenshot("/tmp/term3.png") if ENV["SHOT"]
    push(2)
    wait_until("rest") { @paddock.shaft_speed("Web feed").abs < 1 }
    click_button "Lift the gait"
    click_button "Lift it"
    expect(page).to have_css("[data-watch=free]", text: "held to no gait")

    open_stage("Web feed", "Verify")
    expect(page).to have_text("Its terminals start and stop the drive")
  end
end
