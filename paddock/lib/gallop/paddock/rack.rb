# frozen_string_literal: true

require "puma"
require "puma/server"
require "rack"

module Gallop
  module Paddock
    # A whole rack: stand-ins, their Modbus servers, the clock and the panel.
    class Rack
      HOST = "127.0.0.1"

      attr_reader :stand_ins, :places, :panel_port, :clock

      # @param resettable [Boolean] whether the panel may put everything back to how it came
      def initialize(rig, state_directory: nil, speed: 1.0, resettable: false)
        @resettable = resettable
        @rig = rig
        @stand_ins = rig.build(state_directory: state_directory)
        @clock = Clock.new(stand_ins, speed: speed)
      end

      # @param port [Integer] of the first drive, 0 for free ones @raise [Errno::EADDRINUSE]
      def start(port: 0, panel_port: 0)
        @servers =
          stand_ins.each_with_index.map do |stand_in, index|
            Server.new(stand_in, port: port.zero? ? 0 : port + index, host: HOST)
          end
        @places = stand_ins.zip(@servers).map { |stand_in, server| { stand_in: stand_in, port: server.port } }
        start_panel(panel_port)
        @servers.each(&:start)
        clock.start
        self
      end

      def stop
        clock.stop
        @servers.each(&:stop)
        @panel.stop(true)
        stand_ins.each { |stand_in| stand_in.synchronize { stand_in.firmware&.power_down } }
      end

      # All drives, motors and wires as the rig describes them, as if nobody had ever touched them.
      def reset
        stand_ins.zip(@rig.build) { |stand_in, fresh| stand_in.become(fresh) }
      end

      private

      def start_panel(port)
        @panel =
          Puma::Server.new(
            Panel.new(@places, reset: (method(:reset) if @resettable)),
            nil,
            min_threads: 1,
            max_threads: 4,
            log_writer: Puma::LogWriter.null
          )
        @panel_port = @panel.add_tcp_listener(HOST, port).addr[1]
        @panel.run
      end
    end
  end
end
