# frozen_string_literal: true

# Who is at work: the name that the browser gives for the logbook, and the secret of the tab.
class Current < ActiveSupport::CurrentAttributes
  attribute :author, :tab
end
