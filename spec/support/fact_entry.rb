# frozen_string_literal: true

# Entering facts stage by stage, as a technician does: the motor from the library, the rest field by field, and all
# proposals taken.
module FactEntry
  # What the library does not know of a motor: the machine around it.
  AROUND = %w[top_speed track_length cable_length cable_section gate_level turn_off driver_difference].freeze
  TITLES = Gallop::Stages.of_facts.to_h { |stage| [stage.id, stage.title] }.freeze

  # @param facts [Hash{String => Hash}] by stage
  def enter_facts(drive, facts)
    connect_drive(drive)
    facts.each do |stage, given|
      open_stage(drive, TITLES.fetch(stage))
      expect(page).to have_css("h1", text: TITLES.fetch(stage))
      choose_motor(given["type"]) if stage == "motor"
      (stage == "motor" ? given.slice(*AROUND) : given).each { |key, text| give(key, text) }
      take_proposals
    end
  end

  def give(key, text)
    field = find("#fact-#{key}")
    return field.find("option[value='#{text}']").select_option if field.tag_name == "select"
    replace_text(field, text)
    expect(page).to have_field("fact-#{key}", with: text)
  end

  def choose_motor(part)
    find("[aria-label='Motor by part number']").send_keys(part, :enter)
    expect(page).to have_field("fact-type", with: part)
  end

  def take_proposals
    expect(page).to have_no_css("[data-severity=blocker]")
    if page.has_css?("button", text: /\ATake \d+ into the draft/, wait: 2)
      find("button:not([disabled])", text: /\ATake \d+ into the draft/).click
    end
    expect(page).to have_no_css("button", text: /\ATake \d+ into the draft/)
  end
end
