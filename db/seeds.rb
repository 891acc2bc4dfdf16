# frozen_string_literal: true

# The demo scenario: Saltgrass Textiles, an invented company, and the drives of a rack there. They answer when the
# paddock runs, at the ports that it was given this time. GALLOP_PADDOCK_RIG names another rig file, whose drives get
# a project of their own; GALLOP_PADDOCK_DRIVES the drives of another rack, in the order of their ports.
demo = Rails.root.join("paddock/rigs/saltgrass.yml").to_s
rig = ENV.fetch("GALLOP_PADDOCK_RIG", demo)
rack = YAML.safe_load_file(rig)
names = ENV["GALLOP_PADDOCK_DRIVES"]&.split(",") || rack["drives"].pluck("name")
first_port = Integer(ENV.fetch("GALLOP_PADDOCK_PORT", "15020"))

# A demo project that somebody has deleted, in favour of projects of their own, stays deleted.
racks = Rails.root.glob("paddock/rigs/*.yml").map { |file| YAML.safe_load_file(file)["name"] }
if !Project.exists?(name: rack["name"]) && (rig != demo || Project.where.not(name: racks).none?)
  project =
    Project.create!(
      name: rack["name"],
      note: rig == demo ? "Commissioning of the print carriage and what moves around it" : ""
    )
  names.each_with_index do |name, index|
    project.drives.create!(name: name, host: "127.0.0.1", port: first_port + index)
  end
end

names.each_with_index do |name, index|
  Drive
    .joins(:project)
    .where(projects: { name: rack["name"] }, name: name, host: "127.0.0.1")
    .update_all(port: first_port + index)
end
