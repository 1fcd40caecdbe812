# frozen_string_literal: true

module App
  module Actions
    # Puts a model (with its drawings) or a drawing into the bin, where it is kept for a while, and takes it out again.
    class ThrowAway
      # Days that things are kept in the bin.
      KEPT = 30

      class << self
        # What goes with a model or keeps it, in words: { with: [Drawing], kept_by: [Model] }.
        def rests_on(model) = { with: model.drawings.to_a, kept_by: Aftermath.naming(model) }

        def model(model)
          keepers = rests_on(model)[:kept_by]
          if keepers.any?
            raise Refused, "#{model.name} stands in #{keepers.map(&:name).join(' and ')}; take it out there first."
          end

          stamp = Time.now.change(usec: 0)
          Records::Model.transaction do
            model.drawings.each { |d| remove(d, stamp) }
            Records::Property.forget('models', model.slug)
            model.update!(removed_at: stamp)
          end
        end

        # stamp: when, the same for things that come back together.
        def drawing(drawing, stamp = Time.now.change(usec: 0))
          VariantSheet.refuse(drawing, 'Throwing it away')
          remove(drawing, stamp)
        end

        # A model comes back with the drawings that went with it.
        def restore_model(model)
          Records::Model.transaction do
            stamp = model.removed_at
            model.update!(removed_at: nil)
            Records::Property.index_model(
              model,
              Workshop.source.model_of(model.latest.recipe).properties.merge('number' => model.number)
            )
            ids = Records::Binding.where(model_id: model.id).pluck(:drawing_id)
            Records::Drawing.unscoped.where(id: ids, kind: 'drawing', removed_at: stamp).each { |d| restore_drawing(d) }
          end
        end

        def restore_drawing(drawing)
          gone =
            Records::Model
              .unscoped
              .where(id: Records::Binding.where(drawing_id: drawing.id).select(:model_id))
              .where.not(removed_at: nil)
              .first
          if gone
            raise Refused, "Its model #{gone.name} is in the bin too; bring that back, and the drawing comes with it."
          end

          drawing.update!(removed_at: nil)
          Standings.recheck(drawing)
        end

        # Takes away for good what has been in the bin for longer than KEPT days.
        def empty(now: Time.now)
          old = now - (KEPT * 86_400)
          Records::Drawing.unscoped.where(kind: 'drawing').where('removed_at < ?', old).find_each(&:destroy!)
          Records::Model.unscoped.where('removed_at < ?', old).find_each { |m| forget(m) }
        end

        private

        def remove(drawing, stamp)
          drawing.update!(removed_at: stamp)
          Records::Property.forget('drawings', drawing.slug)
        end

        def forget(model)
          return if Records::Binding.exists?(model_id: model.id)

          Records::Model.transaction do
            Records::IntakeFile.where(revision_id: model.revisions.select(:id)).update_all(revision_id: nil)
            Records::HoldUp.where(model_id: model.id).delete_all
            Records::Revision.where(model_id: model.id).delete_all
            model.delete
          end
        end
      end
    end
  end
end
