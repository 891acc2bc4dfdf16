# frozen_string_literal: true

require_relative "storage_lock"

# What begins and ends with a server process (config.ru), and not with a console or a task.
module Serving
  # The storage is this server's alone. What was being written when the last one ended is marked as interrupted, and
  # the links that were wanted come back. What a disk that is full does not take is no reason not to serve: STOP and
  # the links do without.
  def self.begin
    @lock = StorageLock.new(ActiveRecord::Base.connection_db_config.database).hold
    tell_the_lack_of_room do
      Undertaking.mark_interrupted
      Roll.mark_interrupted
      Housekeeping.run
    end
    Drive.where(link_wanted: true).find_each { |drive| open_link(drive) }
    give_memory_back
    at_exit do
      Link::Registry.close_all
      Logged.clerk.close
    end
  rescue StorageLock::Taken => e
    abort "Gallop cannot start: #{e.message}"
  end

  def self.open_link(drive)
    Link::Registry.open(drive)
  rescue Link::Registry::Taken => e
    Rails.logger.warn("#{drive.name} is not linked: #{e.message}")
  end

  def self.give_memory_back
    return unless MemoryReturn.available?
    MemoryReturn.new(moving: -> { Link::Registry.all.any? { |connection| connection.motion.holding? } }).start
  end

  def self.tell_the_lack_of_room
    yield
  rescue ActiveRecord::StatementInvalid => e
    Rails.logger.error("The database takes nothing: #{e.message.lines.first&.chomp}")
  end
  private_class_method :open_link, :give_memory_back, :tell_the_lack_of_room
end
