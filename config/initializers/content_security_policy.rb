# frozen_string_literal: true

# Everything ships with the application; nothing is loaded from elsewhere and nothing runs inline. Styles of the interface are
# inserted through the CSS object model, which needs no exception.
Rails.application.configure do
  config.content_security_policy do |policy|
    policy.default_src :self
    policy.img_src     :self, :data
    policy.object_src  :none
    policy.base_uri    :none
    policy.frame_ancestors :none
    policy.connect_src :self, "ws://127.0.0.1:*", "ws://localhost:*"
  end
end
