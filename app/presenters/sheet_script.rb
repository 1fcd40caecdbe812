# frozen_string_literal: true

module App
  module Presenters
    # What the script of a drawing's sheet needs to know to drag and to name things. Lengths in mm. (Of DrawingPage.)
    module SheetScript
      # What the sheet's script needs to know to drag and to name things.
      def script_data
        {
          slug: slug,
          base: base,
          page: "/#{@record.home}/#{@record.drawing.slug}",
          variant: @record.variant,
          version: @record.version,
          sheet: @sheet.id,
          homes: homes,
          waiting: waiting,
          comments: comments_on_sheet,
          pulse: pulse,
          scales: Nockplane::Drafting::Scale::PREFERRED,
          **paper,
          views: ties
        }
      end

      # mm; frame: drawing space as a box with y down.
      def paper
        x0, y0, x1, y1 = format.frame
        {
          width: format.width,
          height: format.height,
          overhang: format.overhang,
          frame: [x0, format.height - y1, x1 - x0, y1 - y0]
        }
      end

      # Which view or berth hangs on which.
      def ties
        berths = @value.berths.to_h { |b| ["berth/#{b.id}", tie('berth', b)] }
        @value
          .views
          .to_h do |v|
            [
              "view/#{v.id}",
              {
                **tie('view', v),
                goes: goes_with(v),
                keeps: keeps_of(v),
                pulls: Nockplane::Drawings::Views.of(v).whole?,
                scale: @value.scale(v)
              }
            ]
          end
          .merge(berths)
      end

      # way: unit vector, y down, along which it moves; nil for one that moves freely.
      def tie(kind, cell)
        {
          name: cell.name,
          parent: (cell.parent if @value.cells.key?("#{kind}/#{cell.parent}")),
          way: Nockplane::Drawings::Folding.tied(cell)&.then { |x, y| [x, -y] }
        }
      end

      # Which view each dimension moves with.
      def homes
        @value
          .dimensions
          .to_h { |d| ["dimension/#{d.id}", "view/#{d.view}"] }
          .merge(@value.views.select(&:parent).to_h { |v| ["mark/#{v.id}", "view/#{v.parent}"] })
          .merge(@value.views.to_h { |v| ["label/#{v.id}", "view/#{v.id}"] })
      end
    end
  end
end
