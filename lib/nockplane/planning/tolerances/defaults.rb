# frozen_string_literal: true

module Nockplane
  module Planning
    module Tolerances
      # What a plan by rule gives sizes and frames: a named set that people edit. sizes: class of ISO 2768-1 ("f", "m",
      # "c", "v") for sizes without a fit; holes, shafts: a fit for bores and for turned outsides, "" for the class;
      # geometry: class of ISO 2768-2 ("H", "K", "L") for flatness, squareness and run-out; position: "clearance" (what
      # a clearance hole of ISO 273 leaves its fastener, MMC-08; elsewhere as the class allows sizes) or mm of the
      # diameter of the zone; material: does Ⓜ stand with clearance holes? profile: mm of the zone of the rest; basics:
      # are the theoretically exact dimensions made with them?
      Defaults =
        Struct.new(:sizes, :holes, :shafts, :geometry, :position, :material, :profile, :basics, keyword_init: true) do
          def initialize(
            sizes: 'm',
            holes: '',
            shafts: '',
            geometry: 'K',
            position: 'clearance',
            material: true,
            profile: 0.4,
            basics: true
          )
            super
            @general = Tolerancing::General.new(sizes.to_s, geometry.to_s)
          end

          # Of plain data, what is not known left out. Raises Refused for what makes no sense.
          def self.from(hash)
            made = new(**hash.to_h.transform_keys(&:to_sym).slice(*members))
            problem = made.problems.first
            raise Refused, problem if problem

            made
          end

          def plain = to_h.transform_keys(&:to_s)
          attr_reader :general

          def problems
            [
              (%w[f m c v].include?(sizes) ? nil : "sizes go by a class of ISO 2768-1: f, m, c or v (not '#{sizes}')"),
              (
                if %w[H K L].include?(geometry)
                  nil
                else
                  "geometry goes by a class of ISO 2768-2: H, K or L (not '#{geometry}')"
                end
              ),
              *{ 'holes' => holes, 'shafts' => shafts }.map { |what, code| fit_problem(what, code) },
              (clearance? || positive?(position) ? nil : 'the position is "clearance" or a zone in mm, such as 0.2'),
              (positive?(profile) ? nil : 'the profile is a zone in mm, such as 0.4')
            ].compact
          end

          def clearance? = position == 'clearance'
          # mm; nil of "clearance".
          def position_zone = clearance? ? nil : position.to_s.tr(',', '.').to_f
          def profile_zone = profile.to_s.tr(',', '.').to_f

          private

          def positive?(given)
            text = given.to_s.tr(',', '.')
            text.match?(/\A\d{1,3}(\.\d{1,4})?\z/) && text.to_f.positive?
          end

          def fit_problem(what, code)
            return nil if code.to_s.empty?
            return "#{what} have a fit such as H7 or none (not '#{code}')" unless Tolerancing::Iso286.code?(code.to_s)

            hole = code.to_s.match?(/\A[A-Z]/)
            return nil if hole == (what == 'holes')

            if hole
              "#{code} is a fit of holes; shafts have small letters, such as h9"
            else
              "#{code} is a fit of shafts; holes have capitals, such as H9"
            end
          end
        end
    end
  end
end
