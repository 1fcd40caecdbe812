# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # How a component of an assembly is shown in a view: "thin" (a narrow double-dotted chain line, VW-13), "out" (not
      # at all), "plain" (without hidden lines of its own), "simple" (without hidden lines, tangent edges, threads and
      # bores) or "whole" (as the rest, whatever the view's display set says). component: its path without numbers of
      # pattern instances.
      PartLook =
        Struct.new(:component, :look, keyword_init: true) do
          def out? = look == 'out'
          def thin? = look == 'thin'
          def simple? = look == 'simple'
          def whole? = look == 'whole'
        end

      class PartLook
        WORDS = {
          'thin' => 'thin',
          'out' => 'left out',
          'plain' => 'without hidden lines',
          'simple' => 'simplified'
        }.freeze

        # The component that a face of an assembly belongs to; nil of a part's.
        def self.of_face(name) = name[/\A(.+):[^:]*\z/, 1]&.gsub(/\[[^\]]*\]/, '')
      end
    end
  end
end
