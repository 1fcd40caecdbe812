# frozen_string_literal: true

module Nockplane
  module Linking
    # Adopting what is said in the model of its tolerances by annotation plane: a view takes what lies in the plane that
    # it looks square at (ISO 16792), also what by itself would go to another view.
    module PlaneAdoption
      module_function

      # The drawing with the annotations of their planes in each of some views (ids).
      def adopted(drawing, source, view_ids)
        view_ids.reduce(drawing) do |d, id|
          view = d.view(id) or next d
          edit = edit(d, source, view)
          edit.is_a?(Drawings::Edit) ? d.apply(edit) : d
        end
      end

      # Edit adopting what lies in a view's plane, or a Refusal.
      def edit(drawing, source, view)
        adoption = Adoption.new(drawing, source)
        ids = ids(drawing, source, view, adoption.offers(view))
        return Drawings::Refusal.new("no annotation is left in the plane that #{view.name} shows", []) if ids.empty?

        adoption.adopt(view, ids)
      end

      # Ids of those of a view's Adoption::Offers that lie in its plane; what only repeats another is left out.
      def ids(drawing, source, view, offers)
        model = source.model(drawing.subject(view))
        planes = Modelling::AnnotationPlanes.of(model)
        square = Modelling::AnnotationPlanes.seen(planes, drawing.frame(view).d) or return []
        offers
          .reject(&:repeat)
          .map(&:dimension)
          .select { |d| SaidInModel.said?(d) && Modelling::AnnotationPlanes.holding(model, d, planes) == square }
          .map(&:id)
      end
    end
  end
end
