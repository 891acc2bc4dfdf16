# frozen_string_literal: true

Alba.backend = :active_support
Alba.inflector = :active_support
