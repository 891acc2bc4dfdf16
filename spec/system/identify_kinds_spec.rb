# frozen_string_literal: true

require "system_helper"

# From the works to identified through the page, by one yes: each machine of the demo, in the nights.
RSpec.describe "Identifying each machine through the page", type: :interface do
  {
    "saltgrass" => ["Carriage", "Head lift", "Web feed", "Squeegee", "Roll tug"],
    "dyehouse" => ["Dye pump", "Doser"]
  }.each do |rig, names|
    context "with #{rig}", rig: Rails.root.join("paddock/rigs/#{rig}.yml").to_s do
      facts = YAML.safe_load_file(Rails.root.join("spec/fixtures/#{rig}_facts.yml"))
      wanted = Chance.long? ? names : names & [ENV["GALLOP_KIND"]]

      wanted.each do |name|
        it "goes with #{name} from facts to a motor that turns smoothly" do
          visit @server.url
          open_project(@server)
          commission(name, facts.fetch(name))
          within("nav[aria-label='Drives']") { click_link name }
          store_all if page.has_button?("Review and store", wait: 2)
          restart_if_asked
          open_stage(name, "Identify")
          click_button "Take the reins"
          raise_gait("canter")
          go_on until done?
          expect(page).to have_css("[data-proof=proven]", text: "Ripple at", minimum: 1)
        end
      end
    end
  end

  def done? = page.has_css?("[data-sequence=still]", text: /(\d) of \1/, wait: 1)

  def go_on
    within("[data-sequence=still]") do
      expect(page).to have_text("Nothing in the way", wait: 20)
      all("input[type=checkbox]").each { |box| box.check unless box.checked? }
      find("button", text: /\A(Begin all|Go on with)/).click
    end
    expect(page).to have_css("[data-sequence=under_way]")
    expect(page).to have_css("[data-sequence=still]", wait: 240)
    return if done?
    expect(page).to have_text("must be restarted")
    store_all
    restart_if_asked
  end
end
