# frozen_string_literal: true

module App
  module Jobs
    # Makes one row of a sheet run; each row is a job of its own, so that several workers share a run and one that is
    # killed leaves the others' rows alone. The last one to end finishes the run. plan: SheetPlan#plain of its row
    # alone; index: of the row in the run.
    SheetJob =
      Struct.new(:run_id, :index, :plan) do
        def perform
          run = Records::Run.find(run_id)
          return if run.over? || run.lines[index]['state'] != 'waiting'

          run.update!(state: 'running') if run.state == 'waiting'
          state, words, href = run.stop_wanted ? ['skipped', run.stopping] : outcome(run)
          run.settle(index, state, words, href: href)
          finish(run.reload)
        end

        def max_attempts = 3

        # Its row is told; the others are made all the same.
        def broke_off(run, reason)
          run.settle(index, 'failed', reason)
          finish(run.reload)
        end

        private

        def outcome(run)
          @plan = SheetPlan.from(plan)
          wanted = @plan.wanted[0]
          made = @plan.make(wanted)
          words = told(made)
          ['done', words, kept(run, made, wanted)]
        rescue *Outage::AWAY
          raise # the row waits for another try
        rescue Nockplane::Error, ActiveRecord::ActiveRecordError, SystemCallError => e
          ['failed', Outage.reason(e) || e.message]
        end

        def finish(run)
          run.with_lock do
            return if run.over? || run.lines.any? { |l| l['state'] == 'waiting' }

            SheetFiles.close(run) if SheetFiles.any?(run)
            run.update!(state: run.stop_wanted ? 'stopped' : 'done', reason: stopped(run), href: address(run))
          end
        end

        def stopped(run) = run.stop_wanted ? "#{run.stopping}; what was made stays" : nil

        def address(run)
          made = run.lines.select { |l| l['state'] == 'done' }.filter_map { |l| l['href'] }.uniq
          made.size == 1 ? made[0] : run.href
        end

        # What a person should look at, in words: scale, what collides, berths that stay empty.
        def told(made)
          drawing = made.drawing
          scales = drawing.sheets.map { |s| Nockplane::Drafting::Scale.text(s.scale || 1.0) }.uniq
          over = overlaps(drawing)
          empty = drawing.berths.map { |b| "#{b.name} stays empty (#{b.why})" }
          collide = over.zero? ? nil : "#{over} #{over == 1 ? 'place' : 'places'} where things collide"
          ["scale #{scales.join(', ')}", collide, *empty, *made.remarks].compact.join('; ')
        end

        def overlaps(drawing)
          drawing.sheets.sum do |sheet|
            scene = Nockplane::Drawings::SceneBuilder.new(drawing, sheet.id, Workshop.source, shade: :known).scene
            Nockplane::Drawings::Overlaps.new(drawing, sheet, scene).all.size
          end
        end

        # Address of what was kept.
        def kept(run, made, wanted)
          output = @plan.output_of(wanted)
          case output
          when 'one'
            appended(run, made)
          when 'each'
            "/drawings/#{Actions::KeepDrawing.call(made.drawing, "made in a run of #{@plan.run.words}").slug}"
          else
            SheetFiles.put(run, @plan.run.row(wanted.key), made.drawing, output)
            "/runs/#{run.id}/file"
          end
        end

        # The sheets behind those of the run's drawing, which the first row to end begins.
        def appended(run, made)
          run.with_lock do
            drawing = run.href && Records::Drawing.find_by(slug: run.href[%r{\A/drawings/([^?]+)}, 1])
            drawing ? append(drawing, made) : drawing = begun(made)
            run.update!(href: "/drawings/#{drawing.slug}")
            sheet = drawing.reload.value.sheets.last
            "/drawings/#{drawing.slug}?sheet=#{sheet.id}"
          end
        end

        def begun(made)
          value = made.drawing
          head = @plan.run.head
          meta =
            value.meta.dup.tap do |m|
              m.title = "#{head.name}: sheets"[0, 80]
              m.number = Numbering.drawing(head)
            end
          sheets =
            value.sheets.each_with_index.map do |s, i|
              s.dup.tap do |x|
                x.name = x.title = value.meta.title
                x.rank = rank(i)
              end
            end
          Actions::KeepDrawing.call(value.with([meta, *sheets]), "made in a run of #{@plan.run.words}")
        end

        def append(drawing, made)
          Actions::EditDrawing.call(drawing, base: nil) do |value|
            Nockplane::Planning::Joined.new(value, made.drawing, made.drawing.meta.title, ranks: rank(0)).edit
          end
        end

        # Sheets in the order of the rows, whichever worker made them.
        def rank(place) = (index * 100) + place
      end
  end
end
