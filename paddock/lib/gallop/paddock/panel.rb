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
      RPM = 60 / Plant::TWO_PI
      SWITCHES = %w[mains cable torque_off_a torque_off_b encoder_power].freeze
      FIGURES = { "load_torque" => 0.0..1000.0, "hand_torque" => -50.0..50.0 }.freeze

      # A request that is wrong; the message says where.
      class Unacceptable < ArgumentError; end

      # @param places [Array<Hash>] stand_in and port of each drive
      def initialize(places)
        @places = places
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
        changes.each { |name, value| check(name, value) }
        place[:stand_in].synchronize { changes.each { |name, value| apply(place[:stand_in], name, value) } }
        respond(200, view(place))
      end

      def check(name, value)
        if SWITCHES.include?(name)
          raise Unacceptable, "#{name}: true or false is expected" unless [ true, false ].include?(value)
        elsif (range = FIGURES[name])
          raise Unacceptable, "#{name}: a figure from #{range.min} to #{range.max} N·m is expected" unless value.is_a?(Numeric) && range.cover?(value)
        else
          raise Unacceptable, "“#{name}” is nothing to set; there are #{(SWITCHES + FIGURES.keys).join(', ')}"
        end
      end

      def apply(stand_in, name, value)
        axis = stand_in.axis
        case name
        when "mains" then stand_in.mains = value
        when "cable" then stand_in.cable_plugged = value
        when "torque_off_a" then axis.torque_off_a_closed = value
        when "torque_off_b" then axis.torque_off_b_closed = value
        when "encoder_power" then axis.encoder&.powered = value
        when "load_torque" then axis.mechanics.load_torque = value
        when "hand_torque" then axis.hand_torque = value.to_f
        end
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
          load_torque: axis.mechanics.load_torque, hand_torque: axis.hand_torque, shaft_speed: (axis.mechanics.speed * RPM).round(2),
          shaft_turns: (axis.mechanics.angle / Plant::TWO_PI).round(4), bus_voltage: axis.bus.voltage.round(1),
          winding_temperature: (axis.winding.temperature - 273.15).round(1), nameplate: stand_in.nameplate,
          simulated_time: stand_in.simulated_time.round(3)
        }
      end

      def respond(status, body) = [ status, { "content-type" => "application/json" }, [ JSON.generate(body) ] ]
    end
  end
end
