# frozen_string_literal: true

module App
  module Actions
    # Points a drawing at another model: as a new drawing, the first staying as it is, or, told so, the drawing itself
    # in one step that can be taken back.
    class RebindDrawing
      # rebinding: Rebinding. Returns the Records::Drawing that shows the other model.
      def self.call(rebinding, into: false, title: nil, number: nil, author: Acting.now)
        drawing = rebinding.drawing
        VariantSheet.refuse(drawing, 'Pointing it elsewhere itself') if into
        return edited(drawing, rebinding, title, author) if into

        told = number.to_s.strip
        number = Numbers.checked(told.empty? ? rebinding.number : told, Records::Drawing)
        title = title.to_s.strip.empty? ? rebinding.title : title.to_s.strip[0, 80]
        KeepDrawing.call(
          rebinding.document(title: title, number: number),
          "made of #{drawing.number}, pointed at #{rebinding.target}",
          author: author
        )
      rescue Nockplane::Linking::Rebind::Refused => e
        raise Refused, "#{drawing.number} can't be pointed at #{rebinding.target}: #{e.message}."
      end

      def self.edited(drawing, rebinding, title, author)
        given = title.to_s.strip
        EditDrawing.call(drawing, base: nil, author: author) do |value|
          rebinding.edit(value, title: given.empty? ? nil : given[0, 80])
        end
      end
      private_class_method :edited
    end
  end
end
