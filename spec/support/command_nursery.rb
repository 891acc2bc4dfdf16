# frozen_string_literal: true

# bin/gallop for specs, without loading it anew each time: a process by itself that forks for each command. Each line
# of its standard input is a command in JSON (words, environment, files for what is printed), answered with the exit
# code.
require_relative "../../lib/command_line/setup"

def command(words, environment, out, err)
  ENV.update(environment)
  $stdin.reopen(File::NULL)
  $stdout.reopen(out, "w")
  $stderr.reopen(err, "w")
  CommandLine::Program.start(words)
end

$PROGRAM_NAME = "gallop"
CommandLine::Program # loaded before anything forks
$stdin.each_line do |line|
  wanted = JSON.parse(line)
  pid = fork { command(*wanted.values_at("words", "environment", "out", "err")) }
  Process.wait(pid)
  puts $?.exitstatus || 128 + $?.termsig
  $stdout.flush
end
