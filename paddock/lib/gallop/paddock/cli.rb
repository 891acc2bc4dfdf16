# frozen_string_literal: true

require "optparse"
require "fileutils"

module Gallop
  module Paddock
    # bin/paddock: the rack alone, until it is interrupted.
    class CLI
      DEFAULT_RIG = File.join(ROOT, "rigs", "saltgrass.yml")
      FIRST_PORT = 15_020
      PANEL_STEP = 80 # the panel's port lies this far above the first drive's

      # Something that the user can put right; one line.
      class Stop < StandardError
      end

      Options = Struct.new(:rig, :port, :panel_port, :state, :speed, :firmware, :resettable)

      def self.run(arguments)
        new(arguments).run
      rescue Stop, Rig::Faulty, OptionParser::ParseError => e
        warn "paddock: #{e.message}"
        exit 2
      end

      def initialize(arguments)
        @options = Options.new(DEFAULT_RIG, FIRST_PORT, nil, nil, 1.0)
        parser.parse!(arguments.dup)
        raise Stop, "--speed: 0.1 to 50 is expected" unless @options.speed.between?(0.1, 50)
      end

      def run
        return write_firmware if @options.firmware
        trap_signals
        rack =
          Rack.new(
            Rig.load(@options.rig),
            state_directory: state_directory,
            speed: @options.speed,
            resettable: @options.resettable
          )
        rack.start(port: @options.port, panel_port: panel_port)
        announce(rack)
        @quit.pop
        rack.stop
      rescue Errno::EADDRINUSE => e
        raise Stop,
              "a port is taken already (#{e.message[/port [\d.]+|for .*/]}); choose others with --port and --panel-port"
      end

      private

      def parser
        OptionParser.new do |o|
          o.banner = "bin/paddock [options]: a rack of stand-in drives on Modbus TCP"
          o.on("--rig FILE", "the drives and their physics (default: the demo rig)") { |v| @options.rig = v }
          o.on(
            "--port N",
            Integer,
            "Modbus port of the first drive, the others follow; 0 takes free ones (default #{FIRST_PORT})"
          ) { |v| @options.port = v }
          o.on("--panel-port N", Integer, "port of the panel (default: #{PANEL_STEP} above the first drive)") do |v|
            @options.panel_port = v
          end
          o.on("--state DIR", "keep the stored memories there; without it they are gone at the end") do |v|
            @options.state = v
          end
          o.on("--write-firmware DIR", "write the firmware images of all families there, and do nothing else") do |v|
            @options.firmware = v
          end
          o.on("--resettable", "the panel may put the whole rack back to how it came (POST /reset); for specs") do |v|
            @options.resettable = v
          end
          o.on("--speed N", Float, "simulated seconds a second (default 1)") { |v| @options.speed = v }
        end
      end

      # The versions that the maker of the stand-ins ships, for trying an update.
      def write_firmware
        FileUtils.mkdir_p(@options.firmware)
        Objects::Profile::FAMILIES.each do |family|
          profile = Objects::Profile.load(family)
          Flash::VERSIONS.each do |version|
            File.binwrite(
              File.join(@options.firmware, "#{family}-#{version}.gpi"),
              Flash.shipped(profile, version).bytes
            )
          end
        end
      end

      # The memories in it belong to one rack at a time.
      def state_directory
        @options.state.tap { |directory| directory && lock(directory) }
      end

      def lock(directory)
        FileUtils.mkdir_p(directory)
        @lock = File.open("#{directory}.lock", File::RDWR | File::CREAT)
        unless @lock.flock(File::LOCK_EX | File::LOCK_NB)
          raise Stop, "#{directory} is in use by another rack; give this one a --state of its own"
        end
      rescue SystemCallError => e
        raise Stop, "#{directory} cannot be used: #{e.message}"
      end

      def panel_port
        @options.panel_port || (@options.port.zero? ? 0 : @options.port + PANEL_STEP)
      end

      def trap_signals
        @quit = Thread::Queue.new
        %w[INT TERM].each { |signal| trap(signal) { @quit << signal } }
      end

      def announce(rack)
        rack.places.each { |place| puts "drive #{place[:port]} #{place[:stand_in].name}" }
        puts "panel #{rack.panel_port}"
        puts "paddock ready"
        $stdout.flush
      end
    end
  end
end
