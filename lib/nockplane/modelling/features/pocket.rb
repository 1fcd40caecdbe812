# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # A cut of a shape: round (diameter), rectangular (width, height, corner_radius), or of a profile.
      # floor_round rounds the corner between wall and floor.
      class Pocket < Extrude
        SHAPE = %w[diameter width height corner_radius corner_chamfer].freeze

        def operation = 'cut'

        private

        def keys = KEYS - %w[operation] + SHAPE

        def profile
          given = %w[profile diameter width].select { |k| @f.key?(k) }
          @f.fault('profile', 'needs one of: diameter; width and height; profile') unless given.size == 1
          return super if given == ['profile']

          if given == ['diameter']
            Profile.new(@f.picked('diameter', kind: 'circle'))
          else
            Profile.new(@f.picked(*SHAPE, kind: 'rectangle'))
          end
        end
      end
    end
  end
end
