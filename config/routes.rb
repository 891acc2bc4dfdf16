# frozen_string_literal: true

Rails.application.routes.draw do
  number = /\d{1,18}/
  numbers = { id: number, project_id: number, drive_id: number }

  namespace :api, defaults: { format: :json }, constraints: numbers do
    resources :library,
              only: %i[index create destroy],
              controller: "library",
              param: :part,
              constraints: {
                part: %r{[^/]+}
              } do
      get :table, on: :collection
    end
    resources :projects, only: %i[index show create update destroy] do
      resources :drives, only: :create
      resource :logbook, only: :show
      resources :traces, only: :index
    end

    resources :drives, only: %i[show update destroy] do
      resource :link, only: %i[create destroy], controller: "links"
      resource :tray, only: :show do
        delete "lines/:key", action: :drop, as: :line, constraints: { key: %r{[^/]+} }
      end
      resources :batches, only: %i[index create] do
        post :resume, on: :member
        post :undo, on: :member
      end
      resource :store, only: :create
      resource :restart, only: :create
      resource :differences, only: [] do
        post :settle
        post :write_again
      end
      resources :values, only: %i[index show update], param: :key, constraints: { key: %r{[^/]+} } do
        get :search, on: :collection
        get :foresee, on: :member
        post :reset, on: :collection
        post :copy, on: :collection
      end
      resources :snapshots, only: %i[index create] do
        post :restore, on: :member
      end
      resource :comparison, only: :show do
        post :take
      end
      resources :imports, only: %i[index show create] do
        post :take, on: :member
      end
      get "export/:kind", to: "exports#show"
      resources :restores, only: %i[index create]
      resource :power_up, only: :show
      resource :twin, only: %i[show create]
      resource :replacement, only: :create do
        post :preview
      end
      resource :firmware, only: %i[show create], controller: "firmware_updates" do
        post :repeat
      end
      %w[motor feedback].each { |stage| post "#{stage}/library", to: "library#take", defaults: { stage: stage } }
      Gallop::Stages
        .of_facts
        .map(&:id)
        .each do |stage|
          resource stage, only: %i[show update], controller: "fact_stages", defaults: { stage: stage } do
            post :compute
            post :accept
          end
        end
      resource :verify, only: :show
      resource :before_power, only: :show, controller: "power_checks" do
        put ":check", action: :update, as: :check
        delete ":check", action: :destroy
      end
      resource :terminals, only: :show, controller: "terminals" do
        post :assign
        post :wire
        post :foresee
        post :delay
      end
      resource :homing, only: :show
      resource :tuning, only: :show do
        post :shape
        post :soft
        post :design
        post :ahead
        post :boost
        post :restore
      end
      resource :faults, only: %i[show] do
        post :reset
      end
      resource :reins, only: %i[create destroy]
      resource :gait, only: :update
      resource :motion, only: [], controller: "motion" do
        post :enable
        post :set_point
        post :jog
        post :lift
        post :move
        post :torque
        post :halt
        post :disable
      end
      resources :proofs, only: :index
      resources :tests, only: :index
      resources :runs, only: %i[index show create] do
        member do
          post :answer
          post :abort
          get :trace
          post :put_back
        end
      end
      resource :sequence, only: %i[show create destroy]
      resources :measured, only: :index do
        post :take, on: :collection
      end
      resource :signals, only: :show
      resource :trace_files, only: %i[show create] do
        post :sheet
      end
      resource :recorder, only: :show do
        post :arm
        post :announce
        post :play
        post :fire
        post :roll
        post :end_roll
        post :end
      end
    end
    resources :traces, only: %i[show update destroy] do
      get :compare, on: :collection
      member do
        get :samples
        get :figures
        get :spectrum
        get :explanation
        get "export/:kind", action: :export
        post :derived, action: :derive
        delete "derived/:key", action: :drop_derived, constraints: { key: /derived\.\d+/ }
      end
    end

    get "profiles", to: "profiles#index"
    get "profiles/:family/:version", to: "profiles#show", constraints: { version: %r{[^/]+} }
    resource :discovery, only: %i[show create destroy] do
      get :explain
      delete "sightings/:id", action: :forget
    end
    resource :stop, only: :create
    resource :finder, only: :show, controller: "finder"
    resource :session, only: :show
    resource :paddock, only: :show, controller: "paddock" do
      post "drives/:name", action: :change, constraints: { name: %r{[^/]+} }
    end
    match "*path", to: ->(_env) { ErrorPages.answer(404, "There is no such address in the API.") }, via: :all
  end

  get "heart", to: ->(env) { Motion::Heart.call(env) }
  get "live", to: ->(env) { Link::Listener.call(env) }
  get "up", to: proc { [200, { "content-type" => "text/plain" }, ["up\n"]] }
  root "pages#show"
  get "*path",
      to: "pages#show",
      constraints: ->(request) do
        !request.path.start_with?("/api/", "/live", "/heart", "/vite") && request.format.html?
      end
end
