# frozen_string_literal: true

module Dielectra
  module Rules
    module Checks
      # What every group of checks has at hand
      class Check
        # @param site [Site]
        def initialize(site)
          @site = site
          @situation = site.situation
          @job = site.job
        end

        private

        def met(because) = Judgement.met(because)

        def not_met(because) = Judgement.not_met(because)

        def unknown(because) = Judgement.unknown(because)

        # @yieldparam place [String] each box that is judged
        # @yieldreturn [Judgement, nil]
        def in_each_box(&) = @site.opened.filter_map(&)

        def box(place) = "the #{Presentation::Naming.place(place)} box"

        def in_box(place) = "In #{box(place)}"

        def point(name) = Presentation::Naming.point(name)
      end
    end
  end
end
