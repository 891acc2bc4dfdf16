# frozen_string_literal: true

# One server for one storage: what two would do to each other's links, batches and files nobody could repair. The lock
# is the operating system's, so that it ends with the process, however that ends. Needs nothing but Ruby.
class StorageLock
  # Somebody else has it.
  class Taken < StandardError
  end

  # @param path [String] of what is locked; the lock is a file beside it
  def initialize(path)
    @path = path
    @file = File.open("#{path}.lock", File::RDWR | File::CREAT, 0o600)
  end

  # Held until the process ends. @raise [Taken] naming the holder
  def hold
    unless @file.flock(File::LOCK_EX | File::LOCK_NB)
      raise Taken, "#{@path} is in use by #{holder}. Stop it first, or give this one a storage of its own."
    end
    @file.truncate(0)
    @file.rewind
    @file.write("process #{Process.pid}")
    @file.flush
    self
  rescue Errno::ENOSPC
    self # the name of the holder is missing, the lock is not
  end

  # For somebody who wants to know, and not to keep it. @raise [Taken]
  def self.refuse_taken(path)
    return unless File.exist?("#{path}.lock")
    new(path).then { |lock| lock.hold.release }
  end

  def release = @file.close

  private

  def holder
    name = File.read("#{@path}.lock").strip
    name.empty? ? "another process" : name
  end
end
