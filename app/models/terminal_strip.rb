# frozen_string_literal: true

# The terminals of a drive: what each does live and with the draft, what is at the other end of its wire, and what
# follows: every start, and what stands against what.
class TerminalStrip
  include PageSettings

  STAGE = "terminals" # of the facts that name the wires
  START = %w[
    network.command_source
    terminals.start_kind
    terminals.start_by
    terminals.both_directions
    terminals.stop_by
    terminals.stop_resets
  ].freeze
  REFERENCE = %w[
    network.reference_source
    references.second
    references.combination
    references.fixed
    references.potentiometer_time
    references.potentiometer_keeps
    presets.jog_speed
    presets.jog_time
  ].freeze

  PROCESS =
    %w[reference gain integral_time derivative_time direction sleep_speed sleep_time wakes_at]
      .map { |name| "process.#{name}" }
      .freeze
  PULSE =
    %w[function low centre high deadband reverse curve ramp brake_torque lost_time shortest longest]
      .map { |name| "pulse.#{name}" }
      .freeze

  MOVED_BY = %w[control.mode terminals.move_trigger].freeze
  MOVE = %w[kind position speed acceleration dwell next].freeze
  TEAM = %w[place size turns silence].map { |name| "team.#{name}" }.freeze

  # A terminal. @!attribute id [String] of its facts, as in "input_1" @!attribute name [String] as on the device
  # @!attribute kind [String] input, analog or output @!attribute key [String] of its function @!attribute live
  # [Integer], draft [Integer, nil] codes of it @!attribute settings [Array<String>] keys of what else is set of it
  # @!attribute findings [Array<Gallop::Finding>] that are about it
  Terminal = Gallop::Record.define(:id, :name, :kind, :number, :key, :live, :draft, :wire, :settings, :findings)

  KINDS = {
    "input" => %w[polarity debounce],
    "analog" => %w[kind low high low_figure high_figure deadband filter wire_break],
    "output" => %w[polarity threshold hysteresis delay off_delay]
  }.freeze

  # Starts that were found already, by family and values: the course of a drive asks for them with every look.
  FOUND = Concurrent::Map.new
  MOST_FOUND = 200
  private_constant :FOUND, :MOST_FOUND

  # @param setup [Gallop::Terminals::Setup] @return [Array<Gallop::Terminals::Starts::Start>]
  def self.starts_of(setup)
    FOUND.clear if FOUND.size > MOST_FOUND
    FOUND.compute_if_absent([setup.family, setup.read]) { Gallop::Terminals::Starts.new(setup).all }
  end

  def initialize(drive)
    @drive = drive
  end

  attr_reader :drive

  # @return [Array<Terminal>] in the order in which they stand on the device
  def terminals = @terminals ||= KINDS.keys.flat_map { |kind| of_kind(kind) }

  # @return [Array<Gallop::Finding>] of the draft
  def findings =
    @findings ||=
      Gallop::Terminals::Rules.new(
        profile,
        drafted,
        wires: wires("input"),
        sources: wires("analog"),
        starts: starts_of(drafted)
      ).findings + doubled

  # To be taken to the machine, as drafted. @return [Gallop::Table]
  def sheet =
    Gallop::Terminals::WiringSheet.new(
      profile,
      drafted,
      wires: named,
      power: Gallop::BeforePower.new(machine).wires,
      findings: terminals.to_h { |one| [one.id, one.findings.map(&:headline)] }
    ).table

  # How a controller gets at a terminal. @param terminal [Terminal] @return [Gallop::Terminals::ForController::Access]
  def access(terminal)
    access = Gallop::Terminals::ForController
    return access.output(profile, terminal.number, terminal.wire, left?(terminal)) if terminal.kind == "output"
    access.public_send(terminal.kind, profile, terminal.number, terminal.wire)
  end

  # @return [Array<String>] sentences
  def starts = @starts ||= sentences(drafted)
  def live_starts = drafted == live ? starts : sentences(live)

  # Ways of an ordinary stop on this machine, as drafted. @return [Gallop::Terminals::Stops, nil] nil where the network
  # stops it
  def stops
    return unless setup_of(drafted).commands?
    mechanics = machine.stage("mechanics")
    @stops ||=
      Gallop::Terminals::Stops.new(
        profile,
        drafted,
        inertia: mechanics.inertia_of_all || machine.stage("motor").known("rotor_inertia"),
        friction: mechanics.torque_of_friction,
        shaft: mechanics.shaft
      )
  end

  # What becomes of the motor without its transmitter, as drafted. @return [String, nil] nil where none commands it
  def lost_pulse
    return unless drafted["pulse.function"].to_i.positive?
    mechanics = machine.stage("mechanics")
    Gallop::Terminals::LostPulse.new(
      profile,
      drafted,
      inertia: mechanics.inertia_of_all,
      friction: mechanics.torque_of_friction
    ).sentence
  end

  # What the drive would do by contacts that are moved one after the other, with the draft and as it is.
  # @param steps [Array<Integer>] of closed contacts, bit by bit; with the first power comes on
  # @return [Hash{Symbol => Gallop::Terminals::Foreseen::Outcome}]
  def foresee(steps, volts)
    count = setup_of(live).inputs.size
    contacts = steps.map { |bits| (0...count).map { |n| bits[n] == 1 } }
    { draft: drafted, live: live }.transform_values do |values|
      Gallop::Terminals::Foreseen.new(profile, values).after(contacts, volts: volts)
    end
  end

  # Of a family that has stored moves: what they hang on.
  def moved_by = setup_of(drafted).moves? ? settings(MOVED_BY) : []

  # Stored moves that the wired inputs can choose, and those that follow them.
  # @return [Array<Hash{Symbol => Object}>] number, what it does, and its settings
  def moves
    words = Gallop::Terminals::MoveWords.new(profile, setup_of(drafted))
    words.within_reach.map do |number|
      { number: number, text: words.of(number), settings: settings(MOVE.map { |what| "moves.#{what}_#{number}" }) }
    end
  end

  # @param number [Integer] @return [Gallop::Terminals::Setup::Input] as drafted
  def input(number)
    inputs = setup_of(drafted).inputs
    return inputs[number - 1] if number.between?(1, inputs.size)
    raise Gallop::Objects::Unacceptable, "#{drive.name} has inputs 1 to #{inputs.size}."
  end

  # Puts a function on an input. Where it stands elsewhere, that one is freed, takes what this one had, or keeps it.
  # @param number [Integer] @param function [Integer] @param other [String] free, exchange or leave
  def assign(number, function, other)
    key = ->(n) { "terminals.input_#{n}_function" }
    before = drafted.fetch(key.(number))
    elsewhere = terminals.select { |one| one.kind == "input" && one.number != number && function_of(one) == function }
    values = { key.(number) => function }
    case other
    when "free"
      elsewhere.each { |one| values[one.key] = 0 }
    when "exchange"
      elsewhere.first(1).each { |one| values[one.key] = before }
    end
    drive.draft_all(values, reason: "at the terminals")
  end

  # @param id [String] of a terminal @param name [String] empty: nothing is known of it
  def name_wire(id, name)
    unless terminals.any? { |one| one.id == id }
      raise Gallop::Objects::Unacceptable, "#{drive.name} has no terminal “#{id}”."
    end
    text = name.squish
    raise Gallop::Objects::Unacceptable, "The name of a wire has at most 60 characters." if text.length > 60
    facts = drive.facts.where(stage: STAGE, key: id)
    return facts.delete_all if text.empty?
    facts.first_or_initialize.update!(text: text, source: "typed")
  end

  private

  def machine = @machine ||= StageFacts.machine(drive)
  def function_of(terminal) = terminal.draft || terminal.live
  def left?(terminal) = Gallop::Terminals::Output::FUNCTIONS[function_of(terminal)] == :controller
  def named = drive.given.fetch(STAGE, {})

  # @return [Hash{Integer => String}] of the inputs of a kind
  def wires(kind) = named.filter_map { |id, text| [id[/\d+/].to_i, text] if id.start_with?("#{kind}_") }.to_h

  def of_kind(kind)
    (1..)
      .lazy
      .map { |n| [n, "terminals.#{kind}_#{n}_function"] }
      .take_while { |_, key| profile[key] }
      .map { |n, key| terminal(kind, n, key) }
      .to_a
  end

  def terminal(kind, number, key)
    prefix = "terminals.#{kind}_#{number}_"
    Terminal.new(
      id: "#{kind}_#{number}",
      name: Gallop::Terminals::Words.name(number, kind),
      kind: kind,
      number: number,
      key: key,
      live: live.fetch(key),
      draft: drafted.fetch(key) == live.fetch(key) ? nil : drafted.fetch(key),
      wire: named["#{kind}_#{number}"],
      settings: KINDS.fetch(kind).map { |what| "#{prefix}#{what}" },
      findings: findings.select { |finding| finding.values.any? { |value| value.start_with?(prefix) } }
    )
  end

  # One function on two inputs, named by Consistency at both ends.
  def doubled
    Gallop::Consistency
      .new(profile, drafted)
      .findings
      .select { |finding| %w[shared_function two_brake_masters].include?(finding.id) }
  end

  def sentences(values)
    setup = setup_of(values)
    words = Gallop::Terminals::Words.new(profile, setup)
    return [words.of_keys] if setup.by_keys?
    return [words.of_team] if setup.by_team?
    [
      *self.class.starts_of(setup).map { |start| words.of(start) },
      *Gallop::Terminals::MoveWords.new(profile, setup).all
    ]
  end

  def setup_of(values) = Gallop::Terminals::Setup.new(profile, values)
  def starts_of(values) = self.class.starts_of(setup_of(values))
end
