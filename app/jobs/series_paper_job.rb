# frozen_string_literal: true

module App
  module Jobs
    # Paper of the variants of a run in one file; one that can't be shown is told in its line, the others are written.
    SeriesPaperJob =
      Struct.new(:run_id, :drawing_id, :kind) do
        def perform
          run = Records::Run.find(run_id)
          return if run.over?

          drawing = Records::Drawing.find_by(id: drawing_id) or
            return run.update!(state: 'failed', reason: 'the drawing is no longer here')
          run.update!(state: 'running')
          sheets = run.lines.each_with_index.filter_map { |line, i| worked_out(run, drawing, line['what'], i) }
          return run.update!(state: 'stopped', reason: "#{run.stopping}; no file was written") if run.reload.stop_wanted
          return run.update!(state: 'failed', reason: 'none of them can be shown') if sheets.empty?

          SeriesPaper.write(run, kind, sheets.map(&:first), Time.now) { |i| run.settle(sheets[i][1], 'done', nil) }
          run.update!(state: 'done', href: "/runs/#{run.id}/file")
        end

        def max_attempts = 3

        private

        # [VariantSheet, index of its line]; nil for one that can't be shown.
        def worked_out(run, drawing, variant, index)
          return nil if run.reload.stop_wanted

          found = VariantStandings.work_out(drawing, variant)
          if found.reason
            run.settle(index, 'failed', found.reason)
            return nil
          end

          sheet = VariantSheet.new(drawing, variant)
          Paper.new(sheet).then { |p| p.waiting.each { |thing| p.work_out(thing) } }
          [sheet, index]
        end
      end
  end
end
