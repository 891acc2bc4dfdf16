# frozen_string_literal: true

require "json"

module Gallop
  module Paddock
    # The outside world of the stand-ins as a small JSON API (a Rack application): what can be seen and heard at the machine, and what
    # hands can do there. It is no part of any drive's interface.
    #
    #   GET  /drives          → [ { name, port, state, shaft_speed, … } ]
    #   POST /drives/:name    { "mains": false } → the drive's state
    class Panel
      LONGEST_BODY = 4096
      TORQUES = %w[load_torque hand_torque].freeze # of the shaft; given as forces where a linear motor is
      INPUTS = (1..Axis::INPUTS).map { |n| "input_#{n}" }.freeze
      # Mistakes of wiring, and a load that is not coupled; each is only there where the rig has the part.
      FAULTS = %w[phases_exchanged phase_open channels_exchanged index_exchanged brake_unwired uncoupled].freeze
      SWITCHES = (%w[mains cable torque_off_a torque_off_b encoder_power brake_lifted] + FAULTS + INPUTS).freeze
      FIGURES = { "hall_order" => 0..5, "hand_turn" => -20.0..20.0, "load_torque" => 0.0..1000.0, "hand_torque" => -50.0..50.0, "analog_1" => -10.0..10.0, "analog_2" => -10.0..10.0, "pulse_width" => 0..3000 }.freeze

      # A request that is wrong; the message says where.
      class Unacceptable < ArgumentError; end

      # @param places [Array<Hash>] stand_in and port of each drive
      # @param reset [Proc, nil] puts everything back to how it came, where that is allowed
      def initialize(places, reset: nil)
        @places = places
        @reset = reset
      end

      def call(env)
        request = ::Rack::Request.new(env)
        return respond(403, error: "the panel answers to this machine alone") unless local?(request)
        route(request)
      rescue Unacceptable => e
        respond(422, error: e.message)
      rescue JSON::ParserError
        respond(400, error: "the body is no JSON")
      end

      private

      # A page of some other site in the browser must not throw switches: its requests carry an Origin or a foreign host name.
      def local?(request)
        %w[127.0.0.1 localhost].include?(request.host) && request.get_header("HTTP_ORIGIN").nil?
      end

      def route(request)
        case [ request.request_method, request.path_info ]
        in [ "GET", "/drives" ] then respond(200, @places.map { |place| view(place) })
        in [ "POST", %r{\A/drives/([^/]+)\z} ] then change(find(::Rack::Utils.unescape_path($1)), request)
        in [ "POST", "/reset" ] if @reset then respond(200, reset: @reset.call.nil?)
        else respond(404, error: "no such page; there are GET /drives and POST /drives/NAME")
        end
      end

      def find(name)
        @places.find { |place| place[:stand_in].name == name } or raise Unacceptable, "no drive is called “#{name}”"
      end

      def change(place, request)
        body = request.body.read(LONGEST_BODY + 1).to_s
        raise Unacceptable, "the body is longer than #{LONGEST_BODY} bytes" if body.bytesize > LONGEST_BODY
        changes = JSON.parse(body)
        raise Unacceptable, "a JSON object is expected" unless changes.is_a?(Hash) && changes.any?
        changes.each { |name, value| check(name, value, place[:stand_in].axis) }
        place[:stand_in].synchronize { changes.each { |name, value| apply(place[:stand_in], name, value) } }
        respond(200, view(place))
      end

      def check(name, value, axis)
        raise Unacceptable, "#{name}: this drive has no such part" unless part?(name, axis)
        if SWITCHES.include?(name)
          raise Unacceptable, "#{name}: true or false is expected" unless [ true, false ].include?(value)
        elsif (range = FIGURES[name])
          raise Unacceptable, "#{name}: a figure from #{limits(name, range, axis).join(' to ')} is expected" unless value.is_a?(Numeric) && range.cover?(TORQUES.include?(name) ? axis.shaft.reckoned(:torque, value) : value) && (name != "hall_order" || value.is_a?(Integer))
        else
          raise Unacceptable, "“#{name}” is nothing to set; there are #{(SWITCHES + FIGURES.keys).join(', ')}"
        end
      end

      def part?(name, axis)
        case name
        when "channels_exchanged", "index_exchanged" then axis.encoder&.channels?
        when "hall_order" then axis.encoder&.halls?
        when "brake_unwired", "brake_lifted" then axis.brake
        when "encoder_power" then axis.encoder
        when "pulse_width" then axis.pulse_input?
        else true
        end
      end

      def limits(name, range, axis) = [ range.min, range.max ].map { |limit| TORQUES.include?(name) ? axis.shaft.real(:torque, limit).round(1) : limit }

      def apply(stand_in, name, value)
        axis = stand_in.axis
        case name
        when *FAULTS, "hall_order", "brake_lifted" then miswire(axis, name, value)
        when "hand_turn" then axis.hand_turn(value.to_f)
        when "mains" then stand_in.mains = value
        when "cable" then stand_in.cable_plugged = value
        when "torque_off_a" then axis.torque_off_a_closed = value
        when "torque_off_b" then axis.torque_off_b_closed = value
        when "encoder_power" then axis.encoder&.powered = value
        when "load_torque" then axis.mechanics.load_torque = axis.shaft.reckoned(:torque, value)
        when "hand_torque" then axis.hand_torque = axis.shaft.reckoned(:torque, value.to_f)
        when "pulse_width" then axis.pulse_width = value.zero? ? nil : value.to_f
        when "analog_1", "analog_2" then axis.analog_inputs[name[-1].to_i - 1] = value.to_f
        else axis.inputs[INPUTS.index(name)] = value
        end
      end

      def miswire(axis, name, value)
        case name
        when "phases_exchanged" then axis.phases_exchanged = value
        when "phase_open" then axis.phase_open = value
        when "channels_exchanged" then axis.encoder.channels_exchanged = value
        when "index_exchanged" then axis.encoder.index_exchanged = value
        when "hall_order" then axis.encoder.hall_order = value
        when "brake_unwired" then axis.brake.wired = !value
        when "brake_lifted" then axis.lift_brake(value)
        when "uncoupled" then axis.mechanics.coupled = !value
        end
      end

      # What is there to be miswired, and how it is. @return [Hash]
      def wiring(axis)
        encoder = axis.encoder
        { phases_exchanged: axis.phases_exchanged, phase_open: axis.phase_open, channels_exchanged: encoder&.channels? ? encoder.channels_exchanged : nil,
          index_exchanged: encoder&.channels? ? encoder.index_exchanged : nil, hall_order: encoder&.halls? ? encoder.hall_order : nil,
          brake_unwired: axis.brake ? !axis.brake.wired : nil, uncoupled: !axis.mechanics.coupled }
      end

      def view(place)
        stand_in = place[:stand_in]
        stand_in.synchronize { seen(stand_in).merge(port: place[:port]) }
      end

      def seen(stand_in)
        axis = stand_in.axis
        {
          name: stand_in.name, family: stand_in.profile.title, state: stand_in.state, mains: axis.bus.mains_on, cable: stand_in.cable_plugged,
          torque_off_a: axis.torque_off_a_closed, torque_off_b: axis.torque_off_b_closed, encoder_power: axis.encoder&.powered,
          load_torque: axis.shaft.real(:torque, axis.mechanics.load_torque).round(6), hand_torque: axis.shaft.real(:torque, axis.hand_torque).round(6), shaft_speed: axis.shaft.told(:fine_speed, axis.mechanics.speed).first.round(2),
          slides: axis.shaft.slides?, units: { speed: axis.shaft.unit(:fine_speed), torque: axis.shaft.unit(:torque), way: axis.shaft.slides? ? "mm" : "turns" },
          shaft_turns: (axis.mechanics.angle / Plant::TWO_PI).round(4), way: axis.shaft.told(:angle, axis.mechanics.angle).first.round(3), bus_voltage: axis.bus.voltage.round(1),
          winding_temperature: (axis.winding.temperature - 273.15).round(1), nameplate: stand_in.nameplate, motor_wires: stand_in.profile.motor_wires, battery: axis.bus.is_a?(Plant::BatteryBus), pulse_width: axis.pulse_input? ? axis.pulse_width.to_i : nil,
          terminals: !stand_in.profile["terminals.input_1_function"].nil?, inputs: axis.inputs, analog_inputs: axis.analog_inputs, firmware: stand_in.flash.version,
          wiring: wiring(axis), brake: axis.brake && { open: axis.brake.open?, powered: axis.brake.powered, lifted: axis.brake.lifted }, turning_by_hand: axis.turning_by_hand?, held_by_hand: axis.held_by_hand?,
          simulated_time: stand_in.simulated_time.round(3)
        }
      end

      def respond(status, body) = [ status, { "content-type" => "application/json" }, [ JSON.generate(body) ] ]
    end
  end
end
