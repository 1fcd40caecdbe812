# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Writes saved views as cameras of AP242 (camera_model_d3 of ISO 10303-46), as SavedViews reads them: looking
      # against the z of their placement, y up, the part in the middle of their window.
      class ViewWriter
        # records: Records; box: of the part, mm; context: of representations.
        def initialize(records, box, context)
          @records = records
          @middle = (0..2).map { |k| (box[k] + box[k + 3]) / 2 }
          @reach = [Geometry::Vec.distance(box[0, 3], box[3, 3]), 1.0].max
          @context = context
        end

        # views: [{ name:, direction:, up: }], unit vectors of the model.
        def write(views)
          cameras = views.map { |v| camera(v) }
          @records.add('DRAUGHTING_MODEL', 'saved views', cameras, @context) if cameras.any?
        end

        private

        def camera(view)
          back = Geometry::Vec.unit(Geometry::Vec.neg(view[:direction]))
          right = Geometry::Vec.unit(Geometry::Vec.cross(view[:up], back))
          eye = Geometry::Vec.along(@middle, back, @reach)
          place = @records.placement(eye, back, right)
          @records.add('CAMERA_MODEL_D3', view[:name], place, volume(eye, back, right))
        end

        def volume(eye, back, right)
          half = @reach / 2
          corner =
            Geometry::Vec.along(Geometry::Vec.along(@middle, right, -half), Geometry::Vec.cross(back, right), -half)
          window = @records.add('PLANAR_BOX', '', @reach, @reach, @records.placement(corner, back, right))
          point = @records.point(eye)
          @records.add('VIEW_VOLUME', :PARALLEL, point, @reach, 0.0, :F, 2 * @reach, :F, :F, window)
        end
      end
    end
  end
end
