# frozen_string_literal: true

require "net/http"

# A real Gallop server in a process of its own: production mode, a database of its own, on a free port. It can be
# killed and started again at the same address.
class ServerProcess
  attr_reader :port, :pid, :directory

  # The demo project for drives of these names, prepared once a run: by names, the file.
  PREPARED = {}
  at_exit { PREPARED.each_value { |file| FileUtils.rm_rf(File.dirname(file)) } }

  def self.running(paddock, **options)
    server = new(paddock, **options).start
    yield server
  ensure
    server&.stop
  end

  # @param by_itself [Boolean] whether it is started as bin/demo does; else it is born by the nursery, which is quicker
  # @param directory [String, nil] where its database and log are
  # @param fresh [Boolean] whether its drives were never enabled, and ask for what is looked at before
  def initialize(paddock, by_itself: false, directory: nil, fresh: false)
    @paddock = paddock
    @by_itself = by_itself
    @port = free_port
    @directory = directory || Dir.mktmpdir("gallop-server")
    at_exit { kill if pid }
    FileUtils.cp(PREPARED[@paddock.ports.keys] ||= prepared, database)
    with_database do |copy|
      @paddock.ports.each { |name, port| copy.execute("UPDATE drives SET port = ? WHERE name = ?", [port, name]) }
      copy.execute("UPDATE drives SET first_enabled_at = datetime()") unless fresh
    end
  end

  def start
    @pid = @by_itself ? spawned : self.class.nursery.born(environment)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + 40
    until up?
      raise "the server did not start; see #{log}" if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
      sleep 0.05
    end
    self
  end

  def url = "http://127.0.0.1:#{port}"
  def log = File.join(@directory, "server.log")

  # @return [Array<String>] what went wrong inside it
  def errors = File.exist?(log) ? File.readlines(log).grep(/error|exception|fatal/i).last(12) : []

  def kill(signal = "KILL")
    Process.kill(signal, pid)
    @by_itself ? Process.wait(pid) : wait_for_its_end
    @pid = nil
  rescue Errno::ESRCH, Errno::ECHILD
    @pid = nil
  end

  # The one of this run.
  def self.nursery = @nursery ||= Nursery.new

  # The other end of spec/support/nursery.rb.
  class Nursery
    def initialize
      @input, mine = IO.pipe
      theirs, @output = IO.pipe
      @pid =
        Process.spawn(
          { "RAILS_ENV" => "production", "MALLOC_ARENA_MAX" => "2" }, # as bin/demo does
          RbConfig.ruby,
          Rails.root.join("spec/support/nursery.rb").to_s,
          in: theirs,
          out: mine,
          chdir: Rails.root.to_s
        )
      [mine, theirs].each(&:close)
      owner = Process.pid
      at_exit { Process.kill("KILL", @pid) if Process.pid == owner }
    end

    # @return [Integer] process id of a new server
    def born(environment)
      @output.puts(JSON.generate(environment))
      @input.gets.to_i
    end
  end

  def stop
    kill("TERM") if pid
    FileUtils.rm_rf(@directory)
  end

  # Reading needs no token; writing is left to browsers.
  def get(path) = JSON.parse(Net::HTTP.get(URI("#{url}/api#{path}")))

  # Into the database of the running server, from outside: what would be tedious to type.
  def insert_drafts(drive_id, raws)
    with_database do |database|
      raws.each do |key, raw|
        database.execute(
          "INSERT OR REPLACE INTO drafts (drive_id, key, raw, reason, created_at, updated_at) VALUES (?, ?, ?, '', " \
            "datetime(), datetime())",
          [drive_id, key, raw.to_json]
        )
      end
    end
  end

  def confirmed_lines =
    with_database do |database|
      database.get_first_value(
        "SELECT count(*) FROM write_lines WHERE state = 'confirmed' AND write_batch_id = (SELECT max(id) FROM " \
          "write_batches)"
      )
    end

  def environment
    {
      "RAILS_ENV" => "production",
      "MALLOC_ARENA_MAX" => "2",
      "PORT" => port.to_s,
      "GALLOP_DATABASE" => database,
      "GALLOP_LOG" => log,
      "SECRET_KEY_BASE" => "0" * 64,
      "GALLOP_PADDOCK_PANEL" => @paddock.panel_url,
      "GALLOP_PADDOCK_PORT" => @paddock.ports.values.min.to_s,
      "GALLOP_PADDOCK_DRIVES" => @paddock.ports.sort_by(&:last).map(&:first).join(",")
    }
  end

  private

  def spawned =
    Process.spawn(
      environment,
      "bundle",
      "exec",
      "puma",
      "-C",
      "config/puma.rb",
      "--quiet",
      chdir: Rails.root.to_s,
      out: File::NULL,
      pgroup: true
    )

  def wait_for_its_end
    sleep 0.01 while Process.kill(0, pid)
  end

  def prepared
    file = File.join(Dir.mktmpdir("gallop-prepared"), "gallop.sqlite3")
    system(
      environment.merge("GALLOP_DATABASE" => file),
      "bin/rails",
      "db:prepare",
      chdir: Rails.root.to_s,
      out: File::NULL,
      exception: true
    )
    file
  end

  def with_database
    connection = SQLite3::Database.new(database)
    connection.busy_timeout = 5000
    yield connection
  ensure
    connection&.close
  end

  def database = File.join(@directory, "gallop.sqlite3")

  def up?
    Net::HTTP.get_response(URI("#{url}/up")).is_a?(Net::HTTPSuccess)
  rescue SystemCallError, IOError
    false
  end

  def free_port
    server = TCPServer.new("127.0.0.1", 0)
    server.addr[1]
  ensure
    server&.close
  end
end
