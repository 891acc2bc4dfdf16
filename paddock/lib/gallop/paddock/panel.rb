# frozen_string_literal: true

require "json"

module Gallop
  module Paddock
    # The outside world of the stand-ins as a small JSON API (a Rack application): what can be seen and heard at the
    # machine, and what hands can do there. It is no part of any drive's interface.
    #
    #   GET  /drives          → [ { name, port, state, shaft_speed, … } ]
    #   POST /drives/:name    { "mains": false } → the drive's state
    class Panel
      LONGEST_BODY = 4096

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
      rescue Hands::Unacceptable => e
        respond(422, error: e.message)
      rescue JSON::ParserError
        respond(400, error: "the body is no JSON")
      end

      private

      # A page of some other site in the browser must not throw switches: its requests carry an Origin or a foreign
      # host name.
      def local?(request)
        %w[127.0.0.1 localhost].include?(request.host) && request.get_header("HTTP_ORIGIN").nil?
      end

      def route(request)
        case [request.request_method, request.path_info]
        in ["GET", "/drives"]
          respond(200, @places.map { |place| view(place) })
        in ["POST", %r{\A/drives/([^/]+)\z}]
          change(find(::Rack::Utils.unescape_path($1)), request)
        in ["POST", "/reset"] if @reset
          respond(200, reset: @reset.call.nil?)
        else
          respond(404, error: "no such page; there are GET /drives and POST /drives/NAME")
        end
      end

      def find(name)
        @places.find { |place| place[:stand_in].name == name } or
          raise Hands::Unacceptable, "no drive is called “#{name}”"
      end

      def change(place, request)
        body = request.body.read(LONGEST_BODY + 1).to_s
        raise Hands::Unacceptable, "the body is longer than #{LONGEST_BODY} bytes" if body.bytesize > LONGEST_BODY
        changes = JSON.parse(body)
        raise Hands::Unacceptable, "a JSON object is expected" unless changes.is_a?(Hash) && changes.any?
        hands = changes.transform_keys { |name| Hands.named(name) }
        hands.each { |hand, value| hand.check(value, place[:stand_in].axis) }
        place[:stand_in].synchronize { hands.each { |hand, value| hand.set.call(place[:stand_in], value) } }
        respond(200, view(place))
      end

      def view(place)
        stand_in = place[:stand_in]
        stand_in.synchronize { seen(stand_in).merge(port: place[:port]) }
      end

      def seen(stand_in)
        axis = stand_in.axis
        {
          name: stand_in.name,
          family: stand_in.profile.title,
          state: stand_in.state,
          **Hands.seen(Hands::MACHINE, stand_in),
          shaft_speed: axis.shaft.told(:fine_speed, axis.mechanics.speed).first.round(2),
          slides: axis.shaft.slides?,
          units: {
            speed: axis.shaft.unit(:fine_speed),
            torque: axis.shaft.unit(:torque),
            way: axis.shaft.slides? ? "mm" : "turns"
          },
          shaft_turns: (axis.mechanics.angle / Plant::TWO_PI).round(4),
          way: axis.shaft.told(:angle, axis.mechanics.angle).first.round(3),
          bus_voltage: axis.bus.voltage.round(1),
          winding_temperature: (axis.winding.temperature - 273.15).round(1),
          nameplate: stand_in.nameplate,
          motor_wires: stand_in.profile.motor_wires,
          battery: axis.bus.is_a?(Plant::BatteryBus),
          terminals: !stand_in.profile["terminals.input_1_function"].nil?,
          box: box(stand_in),
          firmware: stand_in.flash.version,
          wiring: Hands.seen(Hands::WIRING, stand_in),
          brake: axis.brake && { open: axis.brake.open?, powered: axis.brake.powered, lifted: axis.brake.lifted },
          turning_by_hand: axis.turning_by_hand?,
          held_by_hand: axis.held_by_hand?,
          simulated_time: stand_in.simulated_time.round(3)
        }
      end

      # What hangs on the terminals, and what the drive gives out there.
      def box(stand_in)
        axis = stand_in.axis
        box = axis.box
        {
          contacts:
            box.contacts.each_with_index.map do |contact, n|
              contact.to_h.merge(
                conducts: box.conducts?(n),
                touched: box.touched?(n),
                by_machine: axis.ends_in_place? && box.cams.any? { |cam| cam.contact == n + 1 }
              )
            end,
          display: box.keypad && display(stand_in),
          sources: box.sources.map(&:to_h),
          lamps: (0..2).map { |n| box.lamps[n] == 1 },
          meter: box.meter.round(2),
          counted: box.counted,
          counted_at_index: box.counted_at_index,
          counter: !stand_in.profile["encoder_output.lines"].nil?
        }
      end

      # Of the drive's own keys; dark without power, and while it boots.
      def display(stand_in) =
        if stand_in.state == :running
          Firmware::Display.new(stand_in.firmware).lines
        else
          [" " * Firmware::Display::WIDTH] * 2
        end

      def respond(status, body) = [status, { "content-type" => "application/json" }, [JSON.generate(body)]]
    end
  end
end
