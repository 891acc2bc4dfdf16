# frozen_string_literal: true

require "system_helper"

RSpec.describe "Two browsers", :real_time, type: :interface do
  def speed = @paddock.shaft_speed("Carriage")

  # A second browser is a session of its own: other cookies, another tab secret.
  def in_another_browser(&)
    Capybara.using_session(:second, &)
  end

  before do
    visit @server.url
    commission("Carriage")
    open_project(@server)
    within("nav[aria-label='Drives']") { click_link "Carriage" }
    open_stage("Carriage", "Verify")
    take_reins_and_enable
    start_at(1000)
    wait_until("turning") { speed > 140 }
  end

  it "lets anybody stop the motor" do
    in_another_browser do
      open_project(@server)
      click_button "STOP"
      expect(@paddock.seconds_to_rest("Carriage")).to be < 1
      expect(page).to have_text("STOP sent to Carriage.")
    end
    expect(page).to have_button("Enable")
  end

  it "stops with the space bar, whatever has the focus but a text field" do
    page.execute_script("document.activeElement.blur()")
    find("button", text: /\AStart/).send_keys(:space) # the button has the focus now, and is not pressed
    expect(@paddock.seconds_to_rest("Carriage")).to be < 1
    expect(page).to have_text("STOP sent to Carriage.")
    expect(page).to have_button("Enable")
  end

  it "hands the reins over only after a yes, and stops the motor first" do
    in_another_browser do
      open_project(@server)
      within("nav[aria-label='Drives']") { click_link "Carriage" }
      open_stage("Carriage", "Verify")
      expect(page).to have_css("[data-need=reins]")
      expect(page).to have_button("Enable", disabled: true).or have_no_button("Enable")
      click_button "Take over the reins"
      expect(page).to have_text("The motor is stopped first")
      expect(speed).to be > 100
      click_button "Stop and take over"
      expect(page).to have_button("Let the reins go")
      expect(speed.abs).to be < 5
    end
    expect(page).to have_button("Take over the reins")
  end

  it "keeps the page's own limits at the server" do
    in_another_browser do
      visit @server.url
      id = drive_id("Carriage")
      %w[enable set_point halt disable].each do |command|
        expect { api("POST", "/drives/#{id}/motion/#{command}", speed: 3000) }.to raise_error(/holds the reins/)
      end
      expect { api("PUT", "/drives/#{id}/gait", gait: "gallop", confirm: true) }.to raise_error(/holds the reins/)
    end
    expect(speed).to be_between(100, 200)
  end
end
