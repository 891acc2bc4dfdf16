# frozen_string_literal: true

require "system_helper"

# Mistakes in wiring that are found by turning, and what is done about them; a frequency drive at standstill and
# turning. One of them by chance in the daily run.
RSpec.describe "Identifying the machines of print line 2", type: :interface do
  facts = YAML.safe_load_file(Rails.root.join("spec/fixtures/saltgrass_facts.yml"))

  told = Chance.pick(%i[channels halls frequency], "machines that are identified")

  before { visit @server.url and open_project(@server) }

  define_method(:identify) do |drive|
    commission(drive, facts.fetch(drive))
    within("nav[aria-label='Drives']") { click_link drive }
    store_all if page.has_button?("Review and store", wait: 2)
    restart_if_asked
    open_stage(drive, "Identify")
    click_button "Take the reins"
    expect(page).to have_button("Let the reins go")
  end

  def prove(test)
    within("[data-test=#{test}]") do
      find("summary", text: "Repeat it").click if page.has_css?("summary", text: "Repeat it", wait: 0)
      expect(page).to have_text("Nothing in the way")
      all("fieldset input[type=checkbox]").each { |box| box.check unless box.checked? }
      find("button", text: /\A(Begin|Measure)\z/).click
    end
    expect(page).to have_css("[data-run-line=running]", wait: 5)
    yield if block_given?
    expect(page).to have_no_css("[data-run-line=running]", wait: 90)
  end

  def take(*keys)
    keys.each { |key| find("[data-measured='#{key}'] input").then { |box| box.check unless box.checked? } }
    all("[data-measured] input").each do |box|
      box.uncheck if box.checked? && keys.none? { |key| box.has_ancestor?("[data-measured='#{key}']", wait: 0) }
    end
    click_button "Take #{keys.size} into the draft"
    click_button "Review and write"
    press(/\AWrite \d+ to the drive/)
    all("[data-hazard] input", minimum: 0, wait: 1).each(&:click)
    press(/\AYes, write/) if page.has_css?("[data-hazard]", wait: 0)
    expect(page).to have_css("[data-batch=done]")
    click_button "Close"
    store_all
    restart_if_asked
  end

  it "finds the channels of the lift's encoder exchanged, cures them in software, and turns it by the loops",
     if: told.include?(:channels),
     rig: Rigs.alone("Head lift") do
    @paddock.set("Head lift", channels_exchanged: true)
    identify("Head lift")
    prove("open_turn")
    expect(page).to have_css("[data-proof=failed][data-of=open_turn]", text: /A and B/)
    take("feedback.direction")
    prove("open_turn")
    expect(page).to have_css("[data-proof=proven][data-of=open_turn]")
    prove("spin")
    expect(page).to have_css("[data-proof=proven][data-of=spin]", text: "Ripple at")
  end

  it "finds the halls of the tug permuted, and proves them once their wires are moved",
     if: told.include?(:halls),
     rig: Rigs.alone("Roll tug") do
    @paddock.set("Roll tug", hall_order: 3)
    identify("Roll tug")
    prove("open_turn")
    expect(page).to have_css("[data-proof=failed][data-of=open_turn]", text: /[Hh]all/)
    @paddock.set("Roll tug", hall_order: 0)
    prove("open_turn")
    expect(page).to have_css("[data-proof=proven][data-of=open_turn]")
  end

  def begin_sequence(button)
    within("[data-sequence=still]") do
      expect(page).to have_text("Nothing in the way", wait: 10)
      all("input[type=checkbox]").each { |box| box.check unless box.checked? }
      click_button button
    end
    expect(page).to have_css("[data-sequence=under_way]")
  end

  it "identifies the frequency drive at standstill and turning, by one yes, and goes on where that was ended",
     if: told.include?(:frequency),
     rig: Rigs.alone("Web feed") do
    identify("Web feed")
    begin_sequence("Begin all 4")
    expect(page).to have_css("[data-sequence] li", text: /Iron and cage\s*under way/, wait: 60)
    expect(@paddock.shaft_speed("Web feed").abs).to be < 3
    click_button "End the sequence"
    expect(page).to have_css("[data-sequence=still]", text: "It went no further: Ended by")
    begin_sequence("Go on with Iron and cage")
    expect(page).to have_css("[data-sequence=still]", text: "4 of 4", wait: 120)
    expect(page).to have_css("[data-proof=proven][data-of=rotor]", text: "Time constant of the rotor")
    expect(page).to have_css("[data-proof=proven][data-of=free_run]", text: "Current for the flux")
    within("[data-measured='motor.stator_resistance']") { expect(page).to have_text("taken") }
  end
end
