# frozen_string_literal: true

# What begins and ends with a server process (config.ru), and not with a console or a task.
module Serving
  # What was being written when the last server ended is marked as interrupted, and the links that were wanted come back.
  def self.begin
    Undertaking.mark_interrupted
    Drive.where(link_wanted: true).find_each { |drive| Link::Registry.open(drive) }
    at_exit { Link::Registry.close_all }
  end
end
