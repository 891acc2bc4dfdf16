# frozen_string_literal: true

# Where heavy reading is done: a process of its own, so that the one that holds the links has Ruby's interpreter for
# its drives. The server starts it when it is first needed and talks to it over its standard input and output; it ends
# with the server, however that ends. Whoever asks waits, and not for ever: what takes too long is broken off, and the
# next gets a fresh process.
class Workshop
  PATIENCE = 20.0 # s for one piece of work; one is done at a time
  PROGRAM = File.expand_path("../bin/workshop", __dir__)

  # It took too long, or took the process down.
  class Failed < Gallop::Refusal
  end

  class << self
    # @param task [Symbol] of Workshop::Tasks @param file [String] bytes @param arguments what JSON can tell
    # @return [Object] what JSON can tell, names as symbols
    # @raise [Failed]
    def run(task, file, **arguments) = Turnstile.outside { shared.run(task, file, **arguments) }

    # Starts the process, for somebody who will soon have something to read.
    def prepare = shared.prepare

    private

    def shared = @shared ||= new
  end

  def initialize
    @turn = Mutex.new
  end

  def run(task, file, **arguments)
    @turn.synchronize do
      start unless running?
      Message.send(@input, [task, arguments], file)
      outcome, result = answer
      outcome == "done" ? result : raise(Failed, result)
    end
  rescue EOFError, SystemCallError, IOError => e
    stop
    raise Failed, "Reading it ended early (#{e.message})."
  end

  def prepare
    return unless @turn.try_lock
    begin
      start unless running?
    ensure
      @turn.unlock
    end
  end

  private

  def running? = @pid && Process.wait(@pid, Process::WNOHANG).nil?

  def start
    to_child, @input = IO.pipe(binmode: true)
    @output, from_child = IO.pipe(binmode: true)
    @pid = Process.spawn(RbConfig.ruby, PROGRAM, in: to_child, out: from_child, close_others: true)
    [to_child, from_child].each(&:close)
  end

  def answer
    unless @output.wait_readable(PATIENCE)
      stop
      raise Failed, "It takes longer than #{PATIENCE.round} s to make sense of this; nothing was taken from it."
    end
    Message.receive(@output).first
  end

  def stop
    Process.kill("KILL", @pid)
    Process.wait(@pid)
  rescue SystemCallError
    nil # it is gone already
  ensure
    [@input, @output].each { |io| io&.close }
    @pid = nil
  end
end
