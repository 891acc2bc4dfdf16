# frozen_string_literal: true

require "system_helper"

# Measured by the drive itself, and a mistake in wiring found and cured in software.
RSpec.describe "Identify", type: :interface do
  def turn_by_the_field
    within("[data-test=open_turn]") do
      expect(page).to have_text("Nothing in the way")
      all("fieldset input[type=checkbox]").each { |box| box.check unless box.checked? }
      click_button "Begin"
    end
    expect(page).to have_css("[data-run-line=running]")
    expect(page).to have_no_css("[data-run-line=running]", wait: 60)
  end

  def write_and_restart
    click_button "Review and write"
    press(/\AWrite 2 to the drive/)
    find("[data-hazard='feedback.commutation_offset'] input").click
    click_button "Yes, write all"
    expect(page).to have_css("[data-batch=done]")
    click_button "Close"
    store_all
    click_button "Open tray"
    click_button "Restart the drive"
    expect(page).to have_no_button("Restart the drive", wait: 20)
    click_button "Close"
  end

  # One machine by chance goes through the page; the others of the list are in identify_machines_spec.rb.
  told = Chance.pick(%i[channels halls frequency wires], "machines that are identified")

  it "finds exchanged motor wires, and turns them right in software", if: told.include?(:wires) do
    @paddock.set("Carriage", phases_exchanged: true)
    open_project(@server)
    commission("Carriage")
    open_stage("Carriage", "Identify")
    expect(page).to have_css("[data-need=reins]", text: "Nobody holds the reins.")
    click_button "Take the reins"
    turn_by_the_field
    expect(page).to have_css("[data-proof=failed]", text: "Two motor wires are exchanged")
    expect(page).to have_css("[data-measured='feedback.direction']", text: "Reversed")
    expect(find("[data-measured='feedback.direction'] input")).not_to be_checked
    find("[data-measured='feedback.direction'] input").check
    find("[data-measured='feedback.commutation_offset'] input").check
    click_button "Take 2 into the draft"
    expect(page).to have_text("2 drafted")
    write_and_restart
    turn_by_the_field
    expect(page).to have_css("[data-proof=proven]", text: "the count rises with the field")
    expect(@server.get("/drives/#{drive_id("Carriage")}")["run"]).to be_nil
  end
end
