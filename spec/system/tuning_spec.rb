# frozen_string_literal: true

require "system_helper"

# The loops of a drive on one page: a notch that is dragged, a step that is held against what was rehearsed, and the
# drive that tunes itself, ended once in the middle.
RSpec.describe "Tuning", type: :interface, rig: Rigs.two_masses do
  def begin_test(id)
    within("[data-test=#{id}]") do
      find("summary", text: "Repeat it").click if page.has_css?("summary", text: "Repeat it", wait: 0)
      expect(page).to have_text("Nothing in the way")
      all("fieldset input[type=checkbox]").each { |box| box.check unless box.checked? }
      click_button "Begin"
    end
    expect(page).to have_css("[data-run-line=running]", wait: 5)
  end

  def drag(handle, by:)
    middle = "(box => [box.x + box.width / 2, box.y + 20])"
    x, y = page.evaluate_script("#{middle}(document.querySelector(`#{handle}`).getBoundingClientRect())")
    mouse = page.driver.browser.mouse
    mouse.move(x: x, y: y).down
    mouse.move(x: x + by, y: y, steps: 4).up
  end

  # As long as the block takes.
  def hold(button)
    held = find("button[aria-label='#{button}']").scroll_to(:center)
    x, y =
      page.evaluate_script(
        "(box => [box.x + box.width / 2, box.y + box.height / 2])(arguments[0].getBoundingClientRect())",
        held
      )
    mouse = page.driver.browser.mouse
    mouse.move(x: x, y: y).down
    yield
  ensure
    mouse&.up
  end

  # Turns, as drawn. @return [Array(Float, Float)]
  def travel(test) = find("[data-test=#{test}] [data-travel] svg")["aria-label"].scan(/-?[\d.]+/).map(&:to_f)

  def figure(label) = find("[data-follows='#{label}']").text[/[\d.]+(?= ?[°dH])/].to_f

  before do
    open_project(@server)
    commission("Carriage")
    open_stage("Carriage", "Tune")
  end

  it "shows what a draft would do, by steps, by hand and by a notch that is dragged" do
    expect(page).to have_css("[data-chart=gain]").and(have_css("[data-chart=step]"))
    expect(page).to have_text("nothing was measured yet")
    before = figure("Gain is one at")
    click_button "More Speed loop gain"
    expect(page).to have_css("[data-gain='speed_loop.gain']", text: "live 0.02")
    expect(page).to have_css("[data-chart=gain]", text: "with the draft")
    wait_until("a higher crossover") { figure("Gain is one at") > 1.5 * before }
    replace_text(find("input[aria-label='Notch 1, depth']"), "80")
    expect(page).to have_css("[data-handle='notch 1, 1000 Hz']")
    drag("[data-handle]", by: -60)
    expect(page).to have_no_css("[data-handle='notch 1, 1000 Hz']")
    dragged =
      @server.get("/drives/#{drive_id("Carriage")}/tuning")["fields"].find do |one|
        one["key"] == "filters.notch_1_frequency"
      end
    expect(dragged["draft"]).to be_between(200, 800)
  end

  it "tunes itself, is ended in the middle with its gains as before, and its gains are taken and proven" do
    click_button "Take the reins"
    find("[role=radio]", text: /canter/i).click
    click_button "Raise to canter"
    expect(page).to have_no_css("[role=dialog]")
    begin_test("self_tuning")
    expect(page).to have_css("[data-run-line=running]", text: /tones/)
    find("h1").click
    page.driver.browser.keyboard.type(:escape)
    expect(page).to have_no_css("[data-run-line=running]", wait: 10)
    gain = -> { @server.get("/drives/#{drive_id("Carriage")}/tuning")["fields"].first["live"] }
    expect(gain.call).to eq(0.02)

    begin_test("self_tuning")
    expect(page).to have_css("[data-test=self_tuning] [data-proof=proven]", wait: 120)
    expect(page).to have_text(/Now it settles .* behind on the way; before it/)
    expect(page).to have_text("As measured by Automatic tuning: two masses.")
    expect(gain.call).to eq(0.02)
    press(/\ATake \d+ into the draft/)
    expect(page).to have_css("[data-chart=gain]", text: "with the draft")
    expect(page).to have_css("[data-verdict=good]")
    write_all
    begin_test("speed_step")
    expect(page).to have_css("[data-try]", text: /agrees within \d+ %/, wait: 40)
    expect(page).to have_css("[data-try]", text: "best so far")
  end

  it "gives ahead what was measured, writes it and tries it in one go, with live figures in the cascade" do
    click_button "Take the reins"
    find("[role=radio]", text: /canter/i).click
    click_button "Raise to canter"
    expect(page).to have_no_css("[role=dialog]")
    find("[role=radio]", text: "Position").click
    expect(page).to have_css("[data-chart=move]")
    expect(page).to have_css("[data-place=speed]", text: /closed by the motor's device/)
    expect(page).to have_css("[data-place=stage]", text: /3\d\d\.\d V/)
    begun_at, = travel("position_move")
    within("[data-test=position_move]") do
      click_button "Enable the motor, to drive it to its ends"
      hold("Hold to go backward") { wait_until("half a turn back") { travel("position_move").first < begun_at - 0.5 } }
      click_button "Low end is here"
      hold("Hold to go forward") do
        wait_until("a turn more") { find("svg").text[/here, (-?[\d.]+)/, 1].to_f > begun_at }
      end
      click_button "High end is here"
      click_button "Disable"
    end
    low, high = travel("position_move")
    expect([low, high]).to match([be < begun_at - 0.5, be > begun_at])
    begin_test("position_move")
    expect(page).to have_css("[data-try]", wait: 40, count: 1)
    replace_text(find("input[aria-label='Position loop gain']"), "45")
    within("[data-test=position_move]") do
      find("summary", text: "Repeat it").click
      all("fieldset input[type=checkbox]").each { |box| box.check unless box.checked? }
      click_button "Write 1 and begin"
    end
    expect(page).to have_css("[data-try]", wait: 40, count: 2)
    first("[data-try] button", text: /\ABack to try 1/)
    live = @server.get("/drives/#{drive_id("Carriage")}/tuning?loop=position")["fields"].first
    expect(live).to include("key" => "position_loop.gain", "live" => 45, "draft" => nil)
  end
end
