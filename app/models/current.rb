# frozen_string_literal: true

# Who is at work: the name that the browser gives for the logbook, and the secret of the tab.
class Current < ActiveSupport::CurrentAttributes
  attribute :author, :tab

  # In a thread of its own, in the name of whoever asks. @param title [String] of the thread @return [Thread]
  def self.in_background(title, tab: self.tab, &work)
    person = { author: author, tab: tab }
    Thread.new { Rails.application.executor.wrap { set(**person, &work) } }.tap { |thread| thread.name = title }
  end
end
