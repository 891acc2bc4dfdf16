# frozen_string_literal: true

module Wire
  # Writes a firmware image to one drive: into its loader, clear, transfer, check, start. Cut at any point it can be
  # done again from the start; the drive stays in its loader meanwhile. Nothing else may talk to the drive.
  class ProgramTransfer
    RETURN_TIMEOUT = 20.0 # s for the drive to come back from a restart
    BUSY_TIMEOUT = 10.0
    PAUSE = 0.03
    STEPS = { "loader" => 0.05, "clear" => 0.10, "transfer" => 0.80, "check" => 0.90, "return" => 1.0 }.freeze

    # The drive does not take the image. The message says why.
    class Failed < Gallop::Refusal
    end

    # @param image [Gallop::Program::Image]
    # @yieldparam step [String] of STEPS @yieldparam share [Float] of the whole
    def initialize(host, port, image, unit: 1, &report)
      @host = host
      @port = port
      @unit = unit
      @image = image
      @report = report || ->(*) {}
    end

    # @return [Identity] of the drive with its new program @raise [Failed, Lost]
    def run
      enter_loader
      clear
      transfer
      start
      come_back
    ensure
      @modbus&.close
    end

    private

    # What stands against the image, before anything is done. @raise [Failed]
    def check(identity)
      objection = @image.objection(identity.profile, product: product(identity))
      raise Failed, objection if objection
    end

    def product(identity) = Device.new(@modbus, identity.profile).read_one("device.product")

    def enter_loader
      report("loader")
      identity = open
      check(identity)
      return if identity.loader
      control(identity.profile, Gallop::Program::STOP)
      identity = await("enter its loader") { open.then { |seen| seen if seen.loader } }
      @profile = identity.profile
    end

    def clear
      report("clear")
      control(@profile, Gallop::Program::CLEAR)
      wait_while_busy
    end

    def transfer
      pieces = Gallop::Program.pieces(@image.bytes)
      pieces.each_with_index do |(file, record, words), n|
        @modbus.write_file(file, record, words)
        if (n % 8).zero? || n == pieces.size - 1
          @report.call("transfer", STEPS["clear"] + (STEPS["transfer"] - STEPS["clear"]) * (n + 1) / pieces.size)
        end
      end
    rescue Refused => e
      raise Failed, "The drive refused a piece of the image (#{e.message}). It stays in its loader; begin again."
    end

    # The drive checks what it has. With success it restarts at once, so that silence is a good sign here.
    def start
      report("check")
      control(@profile, Gallop::Program::START)
      wait_while_busy
      error = flash_status >> 1
      if error.positive?
        raise Failed,
              "The drive does not accept the image: " \
                "#{Gallop::Program::FLASH_ERRORS.fetch(error, "error #{error}")}. It stays in its loader."
      end
    rescue Lost
      nil
    end

    def come_back
      report("return")
      await("come back with its new program") { open.then { |seen| seen unless seen.loader } }
    end

    def open
      @modbus&.close
      @modbus = Modbus.open(@host, @port, unit: @unit)
      Identity.read(@modbus).tap { |identity| @profile = identity.profile }
    end

    def control(profile, signature)
      Device.new(@modbus, profile).write("program.control", signature)
    rescue Refused => e
      raise Failed, "The drive refuses: #{e.message}."
    end

    def flash_status = Device.new(@modbus, @profile).read_one("program.flash_status")

    def wait_while_busy
      deadline = now + BUSY_TIMEOUT
      while flash_status.odd?
        raise Failed, "The drive did not get done within #{BUSY_TIMEOUT.round} s." if now > deadline
        sleep PAUSE
      end
    end

    def await(what)
      deadline = now + RETURN_TIMEOUT
      begin
        result = yield
        return result if result
        raise Lost, "it is there, and not yet ready"
      rescue Lost => e
        raise Lost, "The drive did not #{what} within #{RETURN_TIMEOUT.round} s: #{e.message}" if now > deadline
        sleep PAUSE
        retry
      end
    end

    def report(step) = @report.call(step, STEPS.fetch(step) - 0.05)
    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
