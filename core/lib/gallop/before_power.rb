# frozen_string_literal: true

module Gallop
  # What eyes and a meter check at a drive before its power stage is switched on for the first time, and the power side
  # of its wiring. Both are composed from what is known of the machine; what is not known is asked for in general.
  # Wires as IEC 60445 letters them; earth and insulation as IEC 60204-1, 18, has them verified.
  #
  #   BeforePower.new(machine).checks.first.sentence
  #   # => "Between L1, L2 and L3 the meter shows 400 V. The drive takes 360 V to 440 V."
  class BeforePower
    # @!attribute sentence [String] what must be so
    Check = Record.define(:id, :title, :sentence)

    MAINS_WIRES = { 1 => %w[L1 N], 3 => %w[L1 L2 L3] }.freeze
    MOTOR_WIRES = { brushed: %w[V W], stepper: %w[A+ A− B+ B−] }.freeze
    THREE = %w[U V W].freeze
    TITLES = {
      "supply" => "Supply",
      "motor" => "Motor",
      "earth" => "Earth",
      "insulation" => "Insulation",
      "brake" => "Brake",
      "resistor" => "Braking resistor",
      "torque_off" => "Torque-off",
      "feedback" => "Feedback device",
      "shaft" => "What moves"
    }.freeze

    # @param machine [Machine]
    def initialize(machine)
      @machine = machine
      @profile = machine.profile
    end

    # @return [Array<Check>]
    def checks
      TITLES.filter_map do |id, title|
        sentence = send(:"#{id}_sentence") and Check.new(id: id, title: title, sentence: sentence)
      end
    end

    # Wires of the power side. @return [Array<Array<String>>] from, terminal, to, potential, what for
    def wires
      [
        *supply_wires.map { |wire| [source, wire, "", potential, "Supply"] },
        *motor_wires.map { |wire| ["Motor", wire, "", "switched", motor_job] },
        *(mains? ? [["Machine's earth bar", "PE", "Motor, PE", "earth", "Protective conductor"]] : []),
        *(brake? ? %w[BR+ BR−].map { |wire| ["Holding brake", wire, "", "switched", "Brake"] } : []),
        *(resistor ? %w[RB1 RB2].map { |wire| ["Resistor, #{ohms}", wire, "", "DC bus", "Braking resistor"] } : [])
      ]
    end

    private

    def power = @machine.stage("power")
    def motor_stage = @machine.stage("motor")
    def device = @machine.stage("feedback").sheet["device"]
    def rating = @profile.rating

    def induction? = @profile.motor_kind == :induction
    def battery? = power.is_a?(Power::Battery)
    def direct? = !battery? && power.sheet["supply"] == "dc"
    def mains? = rating.key?(:mains_voltage) && !direct?
    def brake? = %w[drive controller].include?(power.sheet["brake"])
    def resistor = power.given("resistor")
    def ohms = show(resistor, "Ω", resistor < 10 ? 2 : 0)
    def source = battery? ? "Battery" : (direct? ? "DC feed" : "Mains")

    # As it is given; else as the drive comes.
    def phases
      given = power.sheet["mains_phases"] and return given.to_i
      entry = @profile["supply.mains_phases"]
      MAINS_WIRES.key?(entry&.default) ? entry.default : 3
    end

    def supply_wires = mains? ? MAINS_WIRES.fetch(phases) : %w[DC+ DC−]
    def motor_wires = MOTOR_WIRES.fetch(@profile.motor_kind, THREE)

    def potential
      volts = nominal or return ""
      mains? ? "#{show(volts, "V", 0)} AC" : "#{show(volts, "V", 0)} DC"
    end

    def nominal = mains? ? power.given("mains_voltage") : power.bus_fed

    def window
      base, tolerance = mains? ? %i[mains_voltage mains_tolerance] : %i[bus_voltage bus_tolerance]
      return if rating[base].nil?
      [1 - rating[tolerance], 1 + rating[tolerance]].map { |share| show(rating[base] * share, "V", 0) }.join(" to ")
    end

    def supply_sentence
      shown = "the meter shows #{measured || "what the machine's papers say"}"
      takes = " The drive takes #{window}." if window
      return "Between #{Terminals::Words.together(supply_wires)} #{shown}.#{takes}" if mains?
      "Plus on DC+, minus on DC−; between them #{shown}.#{takes}"
    end

    def measured
      return nominal && show(nominal, "V", 0) unless battery?
      nominal && "#{show(power.weakest_bus, "V", 1)} (empty) to #{show(power.full, "V", 1)} (full)"
    end

    def motor_sentence
      case @profile.motor_kind
      when :brushed
        "Both wires of the armature on V and W; U stays free."
      when :stepper
        "Each phase on a pair of its own, A+ with A− and B+ with B−: the meter finds its two ends."
      else
        ["U, V and W of the motor on U, V and W, the shield of the cable flat at both ends.", bridges].compact.join(" ")
      end
    end

    # Of an induction motor whose plate is given.
    def connection = motor_stage.respond_to?(:connection) ? motor_stage.connection : nil

    BRIDGES = { "star" => "three in a row", "delta" => "three across" }.freeze
    private_constant :BRIDGES

    def bridges
      return unless induction?
      volts = motor_stage.given("rated_voltage")
      used = connection
      return "The bridges in the terminal box are those of the voltage on the plate." unless used && volts
      "The bridges in the terminal box make a #{used}, #{BRIDGES.fetch(used)}, for #{show(volts, "V", 0)}."
    end

    def motor_job = connection ? "Motor, in #{connection}" : "Motor"

    def earth_sentence
      return "The housing of the motor is on the machine's earth." unless mains?
      "Protective conductors of drive and motor are on the earth bar; from the motor's housing to it the meter shows " \
        "less than 1 Ω."
    end

    def insulation_sentence
      return "No wire of the motor touches its housing: the meter shows no passage." unless mains?
      "With its wires off the drive the motor has more than 1 MΩ against earth, at 500 V."
    end

    def brake_sentence
      return unless brake?
      "The brake has its own supply, with the voltage on its plate and the right way round. It holds the shaft now."
    end

    def resistor_sentence
      return unless resistor
      printed = power.given("resistor_duty_power")
      duty = power.given("resistor_duty")
      label = "; its label says #{show(printed, "W", 0)} for #{show(100 * duty, "%")} of the time" if printed && duty
      "With its wires off it shows #{ohms}#{label}. It stands free, and nothing near it can burn."
    end

    def torque_off_sentence =
      "Channels A and B come from the safety circuit, each by wires of its own. No bridge is left from a test."

    def feedback_sentence
      return if device.nil? || device == "none"
      volts = @machine.stage("feedback").given("supply")
      [
        (
          if volts
            "At its plug the meter shows #{show(volts, "V", 1)}."
          else
            "At its plug the meter shows the supply of its sheet."
          end
        ),
        "The shield is on the drive's housing.",
        single_ended
      ].compact.join(" ")
    end

    def single_ended
      return unless @machine.stage("feedback").sheet["signal"] == "single_ended"
      "Inverted wires of a device with two wires a channel end free, each insulated."
    end

    def shaft_sentence
      if @machine.stage("mechanics").load_comes_down?
        return "The load is held from below: without torque it comes down. Nobody is in reach."
      end
      "Nobody is in reach of what moves; it goes freely by hand, and no key or tool is left in it."
    end

    def show(figure, unit, decimals = nil) = Quantities.format(figure, unit, decimals)
  end
end
