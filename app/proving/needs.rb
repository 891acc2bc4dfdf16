# frozen_string_literal: true

module Proving
  # What must be so before a motor may be enabled, or a test begun, each with its present state and, where it is not
  # met, what helps. The server decides by this list; the page shows it.
  class Needs
    # @!attribute state [String] in few words, as in "the drive is busy storing" @!attribute remedy [String, nil] a
    # sentence; nil where it is met or there is nothing to do but to wait
    Need = Gallop::Record.define(:id, :label, :met, :state, remedy: nil)

    # Stage at which it is met, by its id.
    STAGES = {
      "online" => "connect",
      "motor" => "motor",
      "before_power" => "power",
      "commander" => "terminals",
      "team" => "terminals"
    }.freeze

    # @param good [String], bad [String] its state where it is met, and where it is not
    def self.need(id, label, met, good, bad, remedy = nil)
      Need.new(id: id, label: label, met: met ? true : false, state: met ? good : bad, remedy: met ? nil : remedy)
    end

    # @param of [Run, nil] the test that asks; it does not stand in its own way
    def initialize(drive, tab, of: nil)
      @of = of
      @drive = drive
      @connection = drive.connection
      @tab = tab
      @sample = @connection&.samples&.last
    end

    # Before the motor is enabled. @return [Array<Need>]
    def all
      linked? ? [*enabling(motor_data), commander, *team] : linked
    end

    # Before a test that lets current flow. @param motor [Boolean] whether the motor has to be known
    def driven(motor: true)
      return linked unless linked?
      (@driven ||= {})[motor] ||= [*enabling(motor ? motor_data : motor_entered), recorder]
    end

    # Before live figures are looked at.
    def linked = [online]

    # Before a test that leaves the power stage off.
    def at_rest = linked? ? [online, off, still, restart, memory] : linked

    # Before outputs are switched, and what hangs on them.
    def switching = linked? ? [*at_rest, reins] : linked

    # Before the shaft is turned by hand.
    def hand = linked? ? [online, off] : linked

    private

    def enabling(motor) =
      [online, reins, nobody_else, remote, test, loans, before_power, torque_off, bus, fault, motor, restart, memory]

    def linked? = @connection&.online? && !@sample.nil?

    def need(...) = self.class.need(...)

    def online
      need(
        "online",
        "Drive connected",
        linked?,
        "connected",
        "the drive is not connected",
        "Connect it at the stage Connect."
      )
    end

    def reins
      holder = @connection.motion.reins.holder
      need(
        "reins",
        "You hold the reins",
        @connection.motion.reins.held_by?(@tab),
        "held here",
        holder ? "#{holder} holds the reins" : "nobody holds the reins",
        holder ? "Ask for them, or take them over." : "Take the reins."
      )
    end

    def nobody_else
      ours = @connection.motion.holding?
      need(
        "others",
        "Nobody else commands the drive",
        ours || !@sample.enabled?,
        ours ? "Gallop commands it" : "nobody does",
        "the drive was enabled by somebody else, or by itself",
        "Stop it and disable it first."
      )
    end

    def remote
      need(
        "remote",
        "Drive listens to the network",
        !@connection.motion.local?,
        "it does",
        "somebody switched the drive to its own keys",
        "Press its local key: command and speed go back."
      )
    end

    def off
      need(
        "off",
        "Power stage off",
        !@connection.motion.holding? && !@sample.enabled?,
        "off",
        "the drive is enabled",
        "Disable it."
      )
    end

    def still
      speed = @sample["speed.actual"]
      need(
        "still",
        "Motor at rest",
        speed.abs <= Motion::Control::STANDSTILL * limit,
        "at rest",
        "the motor turns at #{Gallop::Quantities.format(speed, @drive.profile.speed_unit, 0)}",
        "Let it come to rest."
      )
    end

    def limit = Motion::Bounds.new(@drive.profile, @drive.live_values, @sample).speed

    def test
      run = Run.of(@drive.id).then { |one| one unless one&.id == @of&.id }
      need(
        "test",
        "No test under way",
        run.nil?,
        "none",
        "a test is under way: #{run&.title}",
        "End it, or wait until it has ended."
      )
    end

    def loans
      left = @drive.loans.outstanding.where.not(run_id: Run.of(@drive.id)&.id.to_i)
      need(
        "loans",
        "Nothing borrowed by a test",
        left.empty?,
        "nothing is",
        "values that a test had borrowed are not back yet",
        "Put them back: the line at the top has the button."
      )
    end

    def before_power
      checks = PowerChecks.new(@drive)
      need(
        "before_power",
        "Looked at before power",
        !checks.due?,
        "looked at",
        checks.due? && unseen(checks.lines),
        "Tick what is so at the stage Power; the first enabling asks for it."
      )
    end

    def unseen(lines)
      left = lines.reject(&:seen?).map { |line| line.title.downcase }
      "#{left.size} of #{lines.size} not looked at yet: #{left.join(", ")}"
    end

    def torque_off
      inhibit(
        "torque_off",
        "Torque-off inputs closed",
        0,
        "both closed",
        "a torque-off input is open",
        "Close the safety circuit; both inputs must have their voltage."
      )
    end

    def bus
      voltage = Gallop::Quantities.format(@sample["bus.voltage"], "V", 0)
      inhibit(
        "bus",
        "DC bus charged",
        1,
        voltage,
        "the DC bus has #{voltage}",
        "Switch the power supply on, and wait until the bus is charged."
      )
    end

    def fault
      code = @sample.fault_code
      need(
        "fault",
        "No fault",
        code.zero?,
        "none",
        "fault #{Kernel.format("%04X", code)} is present",
        "Remove its cause, then reset it."
      )
    end

    # The motor data were set by somebody, nothing of them is waiting in the draft, and nothing of them cannot be.
    def motor_data
      problem, remedy = motor_problem(Motor.new(@drive))
      need("motor", "Motor data in the drive", problem.nil?, "written and read back", problem, remedy)
    end

    # What a test finds out need not be known; but what is written has to be what was given.
    def motor_entered
      stage = Motor.new(@drive)
      problem, remedy = stage.facts.unknown? && stage.waiting.empty? ? nil : motor_problem(stage)
      need("motor", "Motor data in the drive", problem.nil?, "written and read back", problem, remedy)
    end

    def recorder
      open = Recording.where(drive: @drive).open.first
      need(
        "recorder",
        "Trace memory free",
        open.nil?,
        "free",
        "a recording waits in the drive",
        "End it in the recorder: the test needs the memory."
      )
    end

    def motor_problem(stage)
      waiting = stage.waiting.size
      if stage.blocked?
        ["the motor data have a blocker", "Resolve it at the stage Motor."]
      elsif stage.facts.unknown?
        ["only the motor's size is known", "It has to be identified first."]
      elsif waiting.positive?
        ["#{waiting} motor value#{waiting == 1 ? " is" : "s are"} not in the drive", "Write the draft."]
      elsif stage.factory?
        ["the drive has factory motor data", "Give the motor at the stage Motor and write its values."]
      end
    end

    def restart =
      inhibit("restart", "No restart waiting", 2, "none", "the drive must be restarted first", "Restart it.")
    def memory = inhibit("memory", "Memory idle", 4, "idle", "the drive is busy storing")

    # What the contacts start, or what an analog signal asks for, is not moved from here. Tests take both, and give them
    # back.
    def commander
      setup = Gallop::Terminals::Setup.new(@drive.profile, @drive.live_values)
      bad = setup.commands? ? "#{starter(setup)} the drive" : "its terminals give the speed"
      where = setup.by_team? ? "that one" : "it there"
      need(
        "commander",
        "Commands and speed over the network",
        !setup.leads?,
        "nothing else has a say",
        bad,
        "Choose command and reference source at the stage Terminals, or start #{where}."
      )
    end

    def starter(setup)
      setup.by_team? ? "the first of its team starts and stops" : "its terminals or keys start and stop"
    end

    # Of one that leads others.
    def team
      return [] unless @connection.motion.leads_team?
      bad = "one of its team is not heard, not ready, or not set to follow it"
      remedy = "See at the stage Terminals which are heard, and look at the others."
      [inhibit("team", "Team complete", 5, "all are ready", bad, remedy), team_looked_at]
    end

    # They are enabled with it.
    def team_looked_at
      unseen = @drive.project.drives.select { |one| follows?(one) && PowerChecks.new(one).due? }.map(&:name)
      need(
        "team_before_power",
        "Its team looked at before power",
        unseen.empty?,
        "looked at",
        "not looked at yet: #{unseen.join(", ")}",
        "Tick what is so at the stage Power of each."
      )
    end

    def follows?(other) = other.id != @drive.id && other.live_values["team.place"].to_i > Gallop::Terminals::Team::FIRST

    def inhibit(id, label, bit, good, bad, remedy = nil) =
      need(id, label, @sample.inhibits[bit].zero?, good, bad, remedy)
  end
end
