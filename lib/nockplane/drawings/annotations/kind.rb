# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # What every kind of annotation answers; a kind overrides what is its own. Kinds hold nothing: they are asked
      # about an annotation (a cell of a drawing) or about what one measured (a Snapshot, or a model dimension, which
      # has the same fields).
      class Kind
        def name = self.class::NAME
        # What a person calls it: "diameter", "datum".
        def title = self.class::TITLE
        # The same with what it is of; id: of the model dimension; faces: what a person calls the faces.
        def called(_id, faces) = "#{title} of #{faces.join(' and ')}"

        # Does it say a size that a person may type?
        def size? = false
        # Is it something that an inspector measures?
        def inspected? = size?
        # By which table of ISO 2768-1 it is limited where it has no tolerance of its own: :linear, :broken_edge, or
        # nil.
        def general = length? ? :linear : nil
        # Is that size a length, said in the units of the drawing?
        def length? = size?
        # Is it drawn with words?
        def worded? = true
        # Does it stand on the sheet itself, tied to no view?
        def free? = false

        # Names of the faces that it is anchored to.
        def anchors(_annotation) = []

        # The words as they stand on a drawing of the standard; its #to_s is one line.
        def words(_standard, _annotation) = raise(NotImplementedError)

        # How well it shows in a view of the frame (Projection::ViewFrame): 2 well, 1 possibly, 0 not.
        def suits(_measured, _frame) = 0

        # The class of its place in a view of the frame: Row, Leader or Arc; nil for what is free.
        def place_type(_measured, _frame) = nil

        # What it says, apart from how it was come by: :level (two levels along a direction), :round (a size about an
        # axis), :angle, :chamfer, :pitch_circle; nil for what says no size or place of faces.
        def says = nil

        # The rule by which it is put on a drawing (Linking::SizeRules): :linear, :holes, :arcs; nil for what is no
        # size.
        def rule = nil

        # mm of the model: radius of the circle it is the size of; nil where there is none.
        def said_radius(_measured) = nil

        # Does a leader of it end on arcs that the view draws (DIM-16)?
        def on_arcs? = false
        # Is its arc just a part of a circle, so that a leader may not go elsewhere?
        def own_arc_only? = false

        # Do its extension lines begin at corners of the faces it measures, rather than just where it was picked?
        def corner_feet? = true

        # Turns in degrees that its leader may have against the square to a face seen from its edge; nil when it does
        # not stand on edges.
        def edge_turns = nil
      end
    end
  end
end
