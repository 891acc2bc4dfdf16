# frozen_string_literal: true

# Projects and drives of the quick rig, connected.
module DriveFactory
  CARRIAGE = {
    "rated_torque" => "1.27",
    "rated_speed" => "3000",
    "rated_current" => "2.6",
    "peak_current" => "7.8",
    "pole_pairs" => "5",
    "torque_constant" => "0.488",
    "line_resistance" => "3.1",
    "line_inductance" => "8.4",
    "rotor_inertia" => "0.29",
    "thermal_time" => "22",
    "top_speed" => "3000"
  }.freeze
  WEB_FEED = {
    "rated_power" => "1.5",
    "rated_voltage" => "400",
    "rated_current" => "3.3",
    "rated_frequency" => "50",
    "rated_speed" => "1425",
    "power_factor" => "0.79",
    "top_speed" => "1500"
  }.freeze
  ROLL_TUG = {
    "rated_torque" => "2.4",
    "rated_speed" => "2400",
    "rated_current" => "20",
    "peak_current" => "55",
    "pole_pairs" => "4",
    "torque_constant" => "0.12",
    "line_resistance" => "0.082",
    "line_inductance" => "0.19",
    "rotor_inertia" => "2.6",
    "thermal_time" => "35",
    "top_speed" => "2400"
  }.freeze
  FACTS = {
    "Carriage" => CARRIAGE,
    "Web feed" => WEB_FEED,
    "Roll tug" => ROLL_TUG,
    "Roll car left" => ROLL_TUG,
    "Roll car right" => ROLL_TUG
  }.freeze

  def create_drive(paddock, name = "Carriage")
    project = Project.find_or_create_by!(name: "Specs")
    project.drives.create!(
      name: name,
      host: "127.0.0.1",
      port: paddock ? paddock.port(name) : 9,
      first_enabled_at: Time.current # what is looked at before power has a spec of its own
    )
  end

  def connect(drive)
    drive.connect
    wait_until("#{drive.name} online") { drive.online? && drive.connection.samples.last }
    drive.reload
  end

  # Connected, with the facts given and all proposals written.
  # @param through [Integer, nil] port of somebody between
  def commissioned(paddock, name = "Carriage", through: nil)
    drive = create_drive(paddock, name)
    drive.update!(port: through) if through
    connect(drive)
    stage = Motor.new(drive)
    stage.keep(FACTS.fetch(name))
    stage.accept
    WriteBatch.prepare(drive, drive.drafts.pluck(:key)).run
    wait_until("the bus of #{drive.name}") { drive.connection.samples.last.inhibits.zero? }
    drive.reload
  end

  # From empty to complete facts, all proposals written, stored and in force.
  # @param facts [Hash{String => Hash}] by stage @yieldparam stage [StageFacts] with its facts kept
  def complete(drive, facts)
    facts.each do |name, texts|
      stage = StageFacts.named(name).new(drive.reload)
      stage.keep(texts)
      yield stage if block_given?
      stage.accept if stage.proposals.any? { |line| line.state == "open" }
    end
    WriteBatch.prepare(drive, drive.drafts.reload.pluck(:key)).run
    unless drive.profile.volatile?
      drive.store
      drive.restart
    end
    wait_until("#{drive.name} ready") { drive.reload.online? && drive.connection.samples.last.inhibits.zero? }
    drive
  end
end
