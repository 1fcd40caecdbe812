# frozen_string_literal: true

module Nockplane
  module Drawings
    # A view on a sheet. kind: name of one of Views; orientation or sight (of one that hangs on no other: a named
    # direction, or [dx, dy, dz, ux, uy, uz]); parent and direction (of one made out of another: see Folding); binding,
    # revision, state: what it shows; x, y: where its hub stands on paper, mm. own: the fields that only its kind has.
    # Taken from the parent, else the standard, while nil: style (hidden, visible, shaded with edges, tone without),
    # scale (factor), tangent (narrow, shortened, none), centre_lines (true, false), threads (true, false). label: words
    # above it; lettered: where it was moved to, [dx, dy] mm from its usual place; layer: id for all its lines; rule:
    # what its berth said of the scale. turn: degrees counter-clockwise on the sheet; crop: Views::Region; broken:
    # [Views::Breakout]; gaps: [Views::Gap]; parts: [Views::PartLook] of components shown otherwise than the rest;
    # display_set: name of one of the model's, which goes for components that parts says nothing of; released: not kept
    # in line with its parent; pinned: layout rules leave it where it is.
    View =
      Struct.new(
        :id,
        :sheet,
        :binding,
        :revision,
        *Views::Specification::FIELDS,
        :state,
        :x,
        :y,
        :scale,
        :lettered,
        :layer,
        :rule,
        :turn,
        :crop,
        :broken,
        :gaps,
        :released,
        :pinned,
        :parts,
        :display_set,
        :own,
        keyword_init: true
      ) do
        include Views::Specification

        def shaded? = %w[shaded tone].include?(style)
        # Are hidden lines drawn? (Asked of a view that is settled.)
        def hidden_lines? = %w[hidden all].include?(style)
      end

    class View
      # Settings that a view takes from its parent while it has none of its own.
      TAKEN = %i[style tangent centre_lines threads].freeze

      # Members that are values of their own, for reading a document.
      def self.nested(hash)
        kind = Views.all[hash['kind']]
        {
          'own' => kind&.own_type,
          'crop' => Views::Region,
          'broken' => Views::Breakout,
          'gaps' => Views::Gap,
          'parts' => Views::PartLook
        }.compact
      end
    end
  end
end
