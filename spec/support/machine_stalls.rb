# frozen_string_literal: true

# Specs marked as :real_time measure what happens within fractions of a second: dead-man, rates, the watchdog; those
# with a browser, over sockets or with stand-ins move motors that the same watchdogs stop, as they must, when nothing
# runs, and wait for answers that are due within 0.6 s. On a shared machine there are moments at which nothing runs:
# the hypervisor takes the processors away, or memory has to come back from the disk. What fails in such a moment says
# nothing of Gallop and is run again, twice at the most, and listed at the end with what the machine did; what fails on
# a machine that ran is a failure at once, and so is everything else.
module MachineStalls
  GAP = 0.15 # s that a process of its own, asleep but for a tick, was kept from running
  TICK = 0.02
  STOLEN = 0.08 # share of the processors' time that the hypervisor took, or that was waited for the disk
  MOST_ATTEMPTS = 3
  LOOK = 3.0 # s of work by which a look tells whether the machine runs again
  PATIENCE = 120.0 # s to wait for that before an example is run again: such times last for minutes
  WATCH = <<~RUBY
    $stdout.sync = true
    last = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    loop do
      sleep #{TICK}
      now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      puts [ now, now - last ].join(" ") if now - last > #{TICK + GAP}
      last = now
    end
  RUBY

  module_function

  def watch
    @pipe, writer = IO.pipe
    pid =
      Process.spawn(
        { "RUBYOPT" => nil, "BUNDLE_GEMFILE" => nil },
        RbConfig.ruby,
        "--disable-gems",
        "-e",
        WATCH,
        out: writer
      )
    writer.close
    owner = Process.pid
    at_exit { Process.kill("KILL", pid) if Process.pid == owner }
    @gaps = []
    @repeated = []
  end

  # @return [Hash] to be handed to #since
  def mark = { at: now, stolen: stolen, all: processors.sum, paddocks: PaddockProcess.uses }

  # @return [String, nil] what kept the machine from running since the mark
  def since(mark)
    gap = gaps.select { |time, _| time >= mark[:at] }.map(&:last).max
    return "nothing ran for #{(gap * 1000).round} ms" if gap
    share = (stolen - mark[:stolen]) / [processors.sum - mark[:all], 1].max.to_f
    share > STOLEN ? "#{(share * 100).round} % of the processors' time was taken away" : nil
  end

  # @return [Integer] attempts that an example may have, now that it has failed
  def attempts_for(example)
    mark = example.metadata[:machine]
    stall = mark && timed?(example, mark) && since(mark)
    return 1 unless stall
    @repeated << "#{example.location}: the machine stood still: #{stall}, load " \
      "#{File.read("/proc/loadavg").split.first}"
    MOST_ATTEMPTS
  end

  BY_NATURE = %r{spec/(wire|link|crash)/} # what goes over sockets, with deadlines

  def timed?(example, mark)
    example.metadata[:real_time] || example.metadata[:type] == :interface || example.file_path.match?(BY_NATURE) ||
      PaddockProcess.uses > mark[:paddocks]
  end

  # Before an example is run again: the same moment would fail it again.
  def wait_for_calm
    deadline = now + PATIENCE
    nil until calm? || now > deadline
  end

  # @return [Array<String>] what was run again, and why
  def repeated = @repeated

  # What is taken away shows only while something wants to run.
  def calm?
    seen = mark
    nil until now > seen[:at] + LOOK
    since(seen).nil?
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  def gaps
    loop { @gaps.concat(@pipe.read_nonblock(4096).split("\n").map { |line| line.split.map(&:to_f) }) }
  rescue IO::WaitReadable, EOFError
    @gaps
  end

  # user nice system idle iowait irq softirq steal, in ticks
  def processors = File.foreach("/proc/stat").first.split.drop(1).first(8).map(&:to_i)
  def stolen = processors.values_at(4, 7).sum
end
