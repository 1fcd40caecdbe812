# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # The texture asked of a face (ISO 1302): its symbol on the reference line of a leader.
      class SurfaceTexture < ToleranceFrame
        NAME = 'surface_texture'
        TITLE = 'surface texture'

        def edge_turns = [0, 30, -30, 45, -45]
        def called(_id, faces) = "surface texture of #{faces.join(' and ')}"

        # (On one line: "Ra 1,6".)
        def text(standard, snapshot)
          Drafting::SizeText::Words.new(texture(standard, snapshot).then { |t| [t.value, t.lay].compact.join(' ') })
        end

        def leader_ink(drawn, tip, toward, knee)
          drawn.layout.texture(tip, toward, knee, texture(drawn.standard, drawn.snapshot))
        end

        private

        def texture(standard, snapshot) = Drafting::TextureInk.read(standard, snapshot.prefix)
      end
    end
  end
end
