# frozen_string_literal: true

# The demo scenario: Saltgrass Textiles, an invented company, and drives of its print line. They answer when the paddock runs, at
# the ports that it was given this time. GALLOP_PADDOCK_DRIVES names the drives of another rack, in the order of their ports.
name_of_line = "Saltgrass Textiles, print line 2"
rig = Rails.root.join("paddock/rigs/saltgrass.yml")
names = ENV["GALLOP_PADDOCK_DRIVES"]&.split(",") || YAML.safe_load_file(rig)["drives"].pluck("name")
first_port = Integer(ENV.fetch("GALLOP_PADDOCK_PORT", "15020"))

unless Project.exists?
  project = Project.create!(name: name_of_line, note: "Commissioning of the print carriage and what moves around it")
  names.each_with_index { |name, index| project.drives.create!(name: name, host: "127.0.0.1", port: first_port + index) }
end

names.each_with_index do |name, index|
  Drive.joins(:project).where(projects: { name: name_of_line }, name: name, host: "127.0.0.1").update_all(port: first_port + index)
end
