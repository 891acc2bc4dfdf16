# frozen_string_literal: true

module Proving
  # What must be so before a motor may be enabled, each with its present state. The server decides by this list; the page shows it.
  class Needs
    Need = Gallop::Record.define(:id, :label, :met, :state)

    def initialize(drive, tab)
      @drive = drive
      @connection = drive.connection
      @tab = tab
      @sample = @connection&.samples&.last
    end

    # @return [Array<Need>]
    def all
      return [ online ] unless @connection&.online? && @sample
      [ online, reins, nobody_else, torque_off, bus, fault, motor_data, restart, memory ]
    end

    private

    def need(id, label, met, good, bad) = Need.new(id: id, label: label, met: met, state: met ? good : bad)

    def online
      need("online", "Drive connected", @connection&.online? && !@sample.nil? || false, "connected", "the drive is not connected")
    end

    def reins
      holder = @connection.motion.reins.holder
      need("reins", "You hold the reins", @connection.motion.reins.held_by?(@tab), "held here", holder ? "#{holder} holds the reins" : "nobody holds the reins")
    end

    def nobody_else
      ours = @connection.motion.holding?
      need("others", "Nobody else commands the drive", ours || !@sample.enabled?, ours ? "Gallop commands it" : "nobody does",
           "the drive was enabled by somebody else, or by itself; stop and disable it first")
    end

    def torque_off = inhibit("torque_off", "Torque-off inputs closed", 0, "both closed", "a torque-off input is open")

    def bus
      voltage = Gallop::Quantities.format(@sample["bus.voltage"], "V", 0)
      inhibit("bus", "DC bus charged", 1, voltage, "the DC bus has #{voltage}")
    end

    def fault
      code = @sample.fault_code
      need("fault", "No fault", code.zero?, "none", "fault #{Kernel.format('%04X', code)} is present")
    end

    # The motor data were set by somebody, nothing of them is waiting in the draft, and nothing of them cannot be.
    def motor_data
      stage = Motor.new(@drive)
      waiting = stage.waiting
      problem =
        if stage.blocked? then "the motor data have a blocker"
        elsif stage.facts.unknown? then "only the motor's size is known; it has to be identified first"
        elsif waiting.any? then "#{waiting.size} motor value#{'s are' if waiting.size > 1}#{' is' if waiting.size == 1} not in the drive"
        elsif stage.factory? then "the drive has factory motor data"
        end
      need("motor", "Motor data in the drive", problem.nil?, "written and read back", problem)
    end

    def restart = inhibit("restart", "No restart waiting", 2, "none", "the drive must be restarted first")
    def memory = inhibit("memory", "Memory idle", 4, "idle", "the drive is busy storing")

    def inhibit(id, label, bit, good, bad) = need(id, label, @sample.inhibits[bit].zero?, good, bad)
  end
end
