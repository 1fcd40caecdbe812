# frozen_string_literal: true

module Nockplane
  module Drawings
    # An empty place for a view, with what the view will be (Views::Specification). scale: "sheet", "fit" (the largest
    # preferred that fits, at most the sheet's) or a factor. x, y: middle on paper, width, height: the outline drawn,
    # mm; pinned: the view goes just there;
    # adopt: model dimensions that show well are adopted when it is filled; by_plane: instead of these the annotations
    # that lie in the annotation plane the view looks square at.
    # instead: the kind of view a section berth takes where the model has no place to be cut, nil to stay empty then.
    # at_face: name of a face, or of a feature, that a section cuts through or a detail shows; nil for the usual place.
    # opened_at: of one round which a part is broken out, down to its axis; nil for none.
    # exploded: true for an assembly with its explode steps done, or the state of an explosion that has a name.
    # why: in a drawing, the reason it could not be filled.
    Berth =
      Struct.new(
        :id,
        :sheet,
        *Views::Specification::FIELDS,
        :scale,
        :x,
        :y,
        :width,
        :height,
        :pinned,
        :adopt,
        :by_plane,
        :instead,
        :at_face,
        :opened_at,
        :exploded,
        :why,
        keyword_init: true
      ) do
        include Views::Specification

        # The state of the model that a view in it shows, nil for as made.
        def state = Views.of(self).state || explosion
        # Its state when exploded, nil when not.
        def explosion = exploded == true ? Products::Subject::EXPLODED : exploded

        # On paper, mm.
        def box = [x - (width / 2), y - (height / 2), x + (width / 2), y + (height / 2)]
      end

    class Berth
      STYLES = {
        'hidden' => 'hidden lines shown',
        'all' => 'all lines, hidden tangent ones too',
        'visible' => 'visible lines only',
        'shaded' => 'shaded with edges',
        'tone' => 'shaded'
      }.freeze
    end
  end
end
