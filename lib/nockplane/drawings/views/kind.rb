# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # What every kind of view answers; a kind overrides what is its own. Kinds hold nothing: they are asked about a
      # view (or berth).
      class Kind
        def name = self.class::NAME
        # What a berth of it says when empty: "principal view".
        def words = self.class::WORDS
        # mm of a new berth, width and height.
        def size = [90.0, 70.0]
        # Lines shown unless something else is said: a key of Berth::STYLES.
        def style = 'hidden'
        # Does it take its style from a parent of another kind?
        def style_from?(kind) = kind.style == style

        # Scale of a new berth: "sheet" or "fit".
        def scale_rule = 'sheet'
        # Direction of sight of a new berth that hangs on no other; nil where it always hangs on one.
        def orientation = 'front'
        # Must it hang on another view?
        def hangs? = false
        # Does it show all of its model, so that views can be pulled out of it?
        def whole? = true
        # Can it stay when the view that it was made out of is taken away?
        def stands_alone? = true
        # Is it folded out of one of the four sides of another?
        def folded? = false
        # The class of the fields that only this kind has; nil for none. Its instances answer moved(anchorage) and
        # lost?.
        def own_type = nil
        # What a new one is called, before it is named by what it shows; nil to name it by that.
        def title = nil
        # The state of the model that it shows of its own accord; nil for as the view says.
        def state = nil
        # Is it no orthographic view: circles become ellipses, nothing is measured in it?
        def pictorial? = false

        # Projection::ViewFrame of a view or berth, not turned on the sheet.
        def frame(drawing, place)
          if place.respond_to?(:sight) && place.sight
            return Projection::ViewFrame.new(place.sight[0, 3], place.sight[3, 3])
          end

          return Projection::ViewFrame.named(place.orientation) unless place.parent
          return drawing.base_frame(drawing.parent_of(place)) unless place.direction

          drawing.base_frame(drawing.parent_of(place)).folded(
            *Folding.way(place.direction),
            first_angle: drawing.standard.first_angle?
          )
        end

        # Unit vector [x, y] on paper along which it is folded out of its parent and may move; nil when it moves freely.
        def way(view) = view.parent && view.direction && Folding.way(view.direction)

        # Products::Opening by which its model is cut open; nil when it is not. shown: ShownModel of it.
        def opening(_shown) = nil

        # Window (image of the view, mm of the model) that it is bounded by of its own accord; nil for none.
        def window(_shown) = nil

        # Image point [x, y] that stands at the view's x, y on paper; nil for the middle of the model.
        def hub(_shown) = nil

        # [Ink] that it leaves on its parent. at: ViewPlace of the parent; shown: ShownModel of the view.
        def marks(_standard, _view, _at, _shown) = []

        # [Ink] of what only this kind draws over its lines. place: ViewPlace; shown: ShownModel of the view.
        def details(_standard, _view, _place, _shown) = []

        # Direction of sight and up, [dx, dy, dz, ux, uy, uz], of one that a subject alone says; nil of others.
        def aimed_at(_source, _subject) = nil

        # The view as it is for another model, its own lines and boundaries moved with the faces they are tied to.
        # anchorage: of the
        # model in the image of the view they are drawn on.
        def caught_up(view, _anchorage) = view

        # What of it has lost the face it was tied to, in words; nil for nothing.
        def lost(_view) = nil

        # The fields of its own for a berth aimed at a face (Aim); nil where the kind has none. home: the document.
        def aimed(_berth, _aim, _home) = nil

        # The fields of its own for a berth that is aimed at nothing; nil where the kind has none.
        def usual = nil

        # [width, height] that a view with such fields takes, mm of the model at the sheet's scale; nil for all of it.
        def room(_own) = nil

        # Scale of a view that is a part of another, from the sheet's or its own; rule: of the berth.
        def enlarged(scale, _rule) = scale

        # Why a berth of it can't be filled with a model, in words; nil when it can. filling: Filling.
        def why_empty(_berth, _filling) = nil

        # Label of a new view of it; letter: the next free one.
        def label(_letter) = nil
      end
    end
  end
end
