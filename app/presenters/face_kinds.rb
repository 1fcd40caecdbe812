# frozen_string_literal: true

module App
  module Presenters
    # How many faces of each kind a shape has, in words of the trade.
    module FaceKinds
      # One, and several, of a kind; free surfaces are one kind whatever a file tells them by.
      WORDS = {
        torus: %w[torus tori],
        extrusion: ['wall along a curve', 'walls along curves'],
        revolution: ['turned curve', 'turned curves'],
        bspline: ['free surface', 'free surfaces'],
        offset: ['free surface', 'free surfaces'],
        stand_in: ['flat stand-in', 'flat stand-ins']
      }.freeze

      module_function

      # "4 planes, 2 cylinders, 1 free surface", the most frequent first.
      def words(solid)
        counts = solid.faces.map { |f| forms(f.surface.kind) }.tally
        counts.sort_by { |forms, n| [-n, forms[0]] }.map { |(one, many), n| "#{n} #{n == 1 ? one : many}" }.join(', ')
      end

      def forms(kind) = WORDS.fetch(kind) { [kind.to_s, "#{kind}s"] }
      private_class_method :forms
    end
  end
end
