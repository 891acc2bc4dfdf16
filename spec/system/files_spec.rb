# frozen_string_literal: true

require "system_helper"

RSpec.describe "Files and snapshots", type: :interface do
  def file(name, text) = File.join(Dir.mktmpdir("files"), name).tap { |path| File.binwrite(path, text) }

  before do
    open_project(@server)
    connect_drive("Carriage")
    open_stage("Carriage", "Files and snapshots")
  end

  it "shows what is wrong with a file and where, and takes what is chosen into the draft" do
    attach_file "DCF, EDS, CSV or JSON",
                file(
                  "line.csv",
                  "key,value,unit\nramps.acceleration,4000,rpm/s\nramps.deceleration,8000,rpm/s\nlimits.motor_speed,-5,rpm\nno.such,1,\ncontrol.status,1,\n"
                )
    within("[data-import='line.csv']") do
      expect(page).to have_css("tr", text: /line 4.*Speed limit.*is outside 1 rpm to/)
      expect(page).to have_css("tr", text: /line 5.*no\.such.*has no such value/)
      expect(page).to have_css("tr", text: /line 6.*Statusword.*cannot be set/)
      check "Take Acceleration"
      click_button "Take 1 chosen"
    end
    expect(page).to have_css("[data-tray]", text: "1 drafted")
    within("[data-import='line.csv']") { click_button "Take all 1 changes into the draft" }
    expect(page).to have_css("[data-tray]", text: "2 drafted")
    attach_file "DCF, EDS, CSV or JSON", file("broken.dcf", "[6083]\r\nDataType=7\r\nParameterValue=fast\r\n")
    within("[data-import='broken.dcf']") { expect(page).to have_text("line 3: a whole number is expected, not “fast”") }
  end

  it "restores a snapshot through the draft, and compares with it" do
    fill_in "Name", with: "as delivered"
    click_button "Take a snapshot of what is live"
    expect(page).to have_css("[data-snapshot='as delivered']", text: "as now")
    id = drive_id("Carriage")
    api("PUT", "/drives/#{id}/values/ramps.acceleration", value: "1234")
    api("PUT", "/drives/#{id}/values/limits.motor_speed", value: "1500")
    write_all
    within("[data-snapshot='as delivered']") do
      expect(page).to have_text("2 differ from now")
      click_link "Compare"
    end
    expect(page).to have_css("[data-line]", count: 2)
    expect(page).to have_css("[data-line='ramps.acceleration']", text: %r{1.234 rpm/s.*3.000 rpm/s})
    page.go_back
    within("[data-snapshot='as delivered']") { click_button "Restore into the draft" }
    expect(page).to have_css("[data-tray]", text: "2 drafted")
    write_all
    expect(page).to have_css("[data-snapshot='as delivered']", text: "as now")
  end
end
