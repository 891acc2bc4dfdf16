# frozen_string_literal: true

Rails.application.routes.draw do
  namespace :api, defaults: { format: :json } do
    resources :projects, only: %i[index show create update destroy] do
      resources :drives, only: :create
      resource :logbook, only: :show
    end

    resources :drives, only: %i[show update destroy] do
      resource :link, only: %i[create destroy], controller: "links"
      resource :tray, only: :show do
        delete "lines/:key", action: :drop, as: :line, constraints: { key: /[^\/]+/ }
      end
      resources :batches, only: %i[index create] do
        post :resume, on: :member
        post :undo, on: :member
      end
      resource :store, only: :create
      resource :restart, only: :create
      resource :lost_values, only: %i[destroy] do
        post :take
      end
      resources :values, only: %i[index show], param: :key, constraints: { key: /[^\/]+/ }
      resource :motor, only: %i[show update] do
        post :compute
        post :accept
      end
      resource :verify, only: :show
      resource :faults, only: %i[show] do
        post :reset
      end
      resource :reins, only: %i[create destroy]
      resource :gait, only: :update
      resource :motion, only: [], controller: "motion" do
        post :enable
        post :set_point
        post :halt
        post :disable
      end
      resources :proofs, only: %i[index create]
    end

    resource :stop, only: :create
    resource :finder, only: :show, controller: "finder"
    resource :session, only: :show
    resource :paddock, only: :show, controller: "paddock" do
      post "drives/:name", action: :change, constraints: { name: /[^\/]+/ }
    end
    match "*path", to: "errors#no_such_page", via: :all
  end

  %w[400 404 405 406 409 413 422 500].each { |code| match "/#{code}", to: "errors#show", via: :all, code: code }
  get "up", to: proc { [ 200, { "content-type" => "text/plain" }, [ "up\n" ] ] }
  root "pages#show"
  get "*path", to: "pages#show", constraints: ->(request) { !request.path.start_with?("/api/", "/cable", "/vite") && request.format.html? }
end
